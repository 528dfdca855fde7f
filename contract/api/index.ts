import { accessApi } from './access.ts'
import { backupsApi } from './backups.ts'
import { bathApi } from './bath.ts'
import { beforeApi } from './before.ts'
import { benchApi } from './bench.ts'
import { consentApi } from './consent.ts'
import { dayApi } from './day.ts'
import { devicesApi } from './devices.ts'
import { dogsApi } from './dogs.ts'
import { doorApi } from './door.ts'
import { dryingApi } from './drying.ts'
import type { AnyEndpoint, Named } from './endpoint.ts'
import { exchangeApi } from './exchange.ts'
import { goodbyeApi } from './goodbye.ts'
import { learningApi } from './learning.ts'
import { logApi } from './log.ts'
import { paceApi } from './pace.ts'
import { patternsApi } from './patterns.ts'
import { photosApi } from './photos.ts'
import { plansApi } from './plan.ts'
import { planningApi } from './planning.ts'
import { rackApi } from './rack.ts'
import { salonApi } from './salon.ts'
import { scoresApi } from './scores.ts'
import { shelfApi } from './shelf.ts'
import { systemApi } from './system.ts'
import { visitsApi } from './visits.ts'

/** Every endpoint, by subject: what is not here is not served. */
export const API = {
  access: accessApi,
  door: doorApi,
  salon: salonApi,
  day: dayApi,
  planning: planningApi,
  visits: visitsApi,
  scores: scoresApi,
  plans: plansApi,
  consent: consentApi,
  before: beforeApi,
  shelf: shelfApi,
  bath: bathApi,
  drying: dryingApi,
  rack: rackApi,
  patterns: patternsApi,
  bench: benchApi,
  goodbye: goodbyeApi,
  photos: photosApi,
  dogs: dogsApi,
  pace: paceApi,
  learning: learningApi,
  exchange: exchangeApi,
  backups: backupsApi,
  system: systemApi,
  log: logApi,
  devices: devicesApi,
} as const

/** All of them in one list. */
export const ENDPOINTS: readonly Named<AnyEndpoint>[] = Object.values(API).flatMap((subject) => Object.values(subject))
