import { API } from '../../contract/api/index.ts'
import { accessHandlers, doorHandlers } from '../access/handlers.ts'
import { backupHandlers } from '../backups/handlers.ts'
import { bathHandlers } from '../bath/handlers.ts'
import { beforeHandlers } from '../before/handlers.ts'
import { consentHandlers } from '../consent/handlers.ts'
import { dayHandlers, planningHandlers } from '../day/handlers.ts'
import type { Deps } from '../deps.ts'
import { deviceHandlers } from '../devices/handlers.ts'
import { dogHandlers } from '../dogs/handlers.ts'
import { paceHandlers } from '../dogs/pace-handlers.ts'
import { dryingHandlers } from '../drying/handlers.ts'
import { exchangeHandlers } from '../exchange/handlers.ts'
import { goodbyeHandlers } from '../goodbye/handlers.ts'
import { benchHandlers } from '../groom/handlers.ts'
import { learningHandlers } from '../learning/handlers.ts'
import { logHandlers } from '../log/handlers.ts'
import { patternHandlers } from '../patterns/handlers.ts'
import { photoHandlers } from '../photos/handlers.ts'
import { planHandlers } from '../plan/handlers.ts'
import { rackHandlers } from '../rack/handlers.ts'
import { salonHandlers } from '../salon/handlers.ts'
import { scoreHandlers } from '../scores/handlers.ts'
import { shelfHandlers } from '../shelf/handlers.ts'
import { systemHandlers } from '../system/handlers.ts'
import { visitHandlers } from '../visits/handlers.ts'
import { type App, newApp, serving } from './serve.ts'

/** Every subject of the API with what answers it. */
export function routes(deps: Deps): App {
  const app = newApp()
  const serve = serving(app, deps.changes, deps.store.access)
  serve(API.access, accessHandlers(deps))
  serve(API.door, doorHandlers(deps))
  serve(API.salon, salonHandlers(deps))
  serve(API.day, dayHandlers(deps))
  serve(API.planning, planningHandlers(deps))
  serve(API.visits, visitHandlers(deps))
  serve(API.scores, scoreHandlers(deps))
  serve(API.plans, planHandlers(deps))
  serve(API.consent, consentHandlers(deps))
  serve(API.before, beforeHandlers(deps))
  serve(API.shelf, shelfHandlers(deps))
  serve(API.bath, bathHandlers(deps))
  serve(API.drying, dryingHandlers(deps))
  serve(API.rack, rackHandlers(deps))
  serve(API.patterns, patternHandlers(deps))
  serve(API.bench, benchHandlers(deps))
  serve(API.goodbye, goodbyeHandlers(deps))
  serve(API.photos, photoHandlers(deps))
  serve(API.dogs, dogHandlers(deps))
  serve(API.pace, paceHandlers(deps))
  serve(API.learning, learningHandlers(deps))
  serve(API.exchange, exchangeHandlers(deps))
  serve(API.backups, backupHandlers(deps))
  serve(API.system, systemHandlers(deps))
  serve(API.log, logHandlers(deps))
  serve(API.devices, deviceHandlers(deps))
  return app
}
