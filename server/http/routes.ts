import { API } from '../../contract/api/index.ts'
import { backupHandlers } from '../backups/handlers.ts'
import { bathHandlers } from '../bath/handlers.ts'
import { consentHandlers } from '../consent/handlers.ts'
import { dayHandlers } from '../day/handlers.ts'
import type { Deps } from '../deps.ts'
import { deviceHandlers } from '../devices/handlers.ts'
import { dogHandlers } from '../dogs/handlers.ts'
import { paceHandlers } from '../dogs/pace-handlers.ts'
import { dryingHandlers } from '../drying/handlers.ts'
import { exchangeHandlers } from '../exchange/handlers.ts'
import { goodbyeHandlers } from '../goodbye/handlers.ts'
import { benchHandlers } from '../groom/handlers.ts'
import { logHandlers } from '../log/handlers.ts'
import { patternHandlers } from '../patterns/handlers.ts'
import { photoHandlers } from '../photos/handlers.ts'
import { planHandlers } from '../plan/handlers.ts'
import { rackHandlers } from '../rack/handlers.ts'
import { salonHandlers } from '../salon/handlers.ts'
import { scoreHandlers } from '../scores/handlers.ts'
import { shelfHandlers } from '../shelf/handlers.ts'
import { visitHandlers } from '../visits/handlers.ts'
import { type App, newApp, serve } from './serve.ts'

/** Every subject of the API with what answers it. */
export function routes(deps: Deps): App {
  const app = newApp()
  serve(app, API.salon, salonHandlers(deps), deps.changes)
  serve(app, API.day, dayHandlers(deps), deps.changes)
  serve(app, API.visits, visitHandlers(deps), deps.changes)
  serve(app, API.scores, scoreHandlers(deps), deps.changes)
  serve(app, API.plans, planHandlers(deps), deps.changes)
  serve(app, API.consent, consentHandlers(deps), deps.changes)
  serve(app, API.shelf, shelfHandlers(deps), deps.changes)
  serve(app, API.bath, bathHandlers(deps), deps.changes)
  serve(app, API.drying, dryingHandlers(deps), deps.changes)
  serve(app, API.rack, rackHandlers(deps), deps.changes)
  serve(app, API.patterns, patternHandlers(deps), deps.changes)
  serve(app, API.bench, benchHandlers(deps), deps.changes)
  serve(app, API.goodbye, goodbyeHandlers(deps), deps.changes)
  serve(app, API.photos, photoHandlers(deps), deps.changes)
  serve(app, API.dogs, dogHandlers(deps), deps.changes)
  serve(app, API.pace, paceHandlers(deps), deps.changes)
  serve(app, API.exchange, exchangeHandlers(deps), deps.changes)
  serve(app, API.backups, backupHandlers(deps), deps.changes)
  serve(app, API.log, logHandlers(deps), deps.changes)
  serve(app, API.devices, deviceHandlers(deps), deps.changes)
  return app
}
