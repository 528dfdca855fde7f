import { API } from '../../contract/api/index.ts'
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
  serve(app, API.salon, salonHandlers(deps))
  serve(app, API.day, dayHandlers(deps))
  serve(app, API.visits, visitHandlers(deps))
  serve(app, API.scores, scoreHandlers(deps))
  serve(app, API.plans, planHandlers(deps))
  serve(app, API.consent, consentHandlers(deps))
  serve(app, API.shelf, shelfHandlers(deps))
  serve(app, API.bath, bathHandlers(deps))
  serve(app, API.drying, dryingHandlers(deps))
  serve(app, API.rack, rackHandlers(deps))
  serve(app, API.patterns, patternHandlers(deps))
  serve(app, API.bench, benchHandlers(deps))
  serve(app, API.goodbye, goodbyeHandlers(deps))
  serve(app, API.photos, photoHandlers(deps))
  serve(app, API.dogs, dogHandlers(deps))
  serve(app, API.pace, paceHandlers(deps))
  serve(app, API.exchange, exchangeHandlers(deps))
  serve(app, API.devices, deviceHandlers(deps))
  return app
}
