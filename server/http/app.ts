import { compress } from 'hono/compress'
import type { Subject } from '../../contract/api/endpoint.ts'
import { follow } from '../../contract/words/habits.ts'
import { MODEL_VERSION } from '../../core/index.ts'
import { NotLetIn } from '../db/errors.ts'
import type { Deps } from '../deps.ts'
import { knownBy } from './door.ts'
import { changesFromHere, freshAndTimed, named, ownContentOnly } from './guards.ts'
import { addressedHere } from './hosts.ts'
import { loggable, problemOf, sendProblem } from './problems.ts'
import { notTooFast } from './rates.ts'
import { routes } from './routes.ts'
import { Seen } from './seen.ts'
import { type App, newApp } from './serve.ts'
import { webFiles } from './web-files.ts'

export function createApp(deps: Deps): App {
  const app = newApp()
  // After a silence nothing is named: any of it may have changed.
  deps.changes.heed(({ subjects }) => {
    const may = (subject: Subject): boolean => subjects.length === 0 || subjects.includes(subject)
    if (may('access')) deps.store.access.forget()
    // How the salon writes days and weights may have been said to another server. One that cannot ask now asks at the next.
    if (may('salon'))
      void deps.store.salon
        .habits()
        .then(follow)
        .catch(() => undefined)
  })
  const seen = new Seen(deps)
  app.use(seen.timed(deps.log))
  app.use(compress())
  app.use(addressedHere(deps.names ?? []))
  app.use(ownContentOnly(Boolean(deps.authority)))
  app.use('/api/*', freshAndTimed(deps.now))
  app.use('/api/*', (_, next) => deps.store.watch.within(next))
  app.use('/api/*', named)
  app.use('/api/*', changesFromHere)
  app.use('/api/*', knownBy(deps.store.access))
  app.use('/api/*', notTooFast(deps.rates))
  app.get('/api/health', async (c) => {
    await deps.store.query('SELECT 1')
    return c.json({ ok: true, model: MODEL_VERSION })
  })
  app.use('/api/openapi.json', async (c, next) => {
    const { locked, person } = c.get('who')
    if (locked && !person) throw new NotLetIn('nobody-in', 'nobody is signed in at this device')
    await next()
  })
  app.route('/api', routes(deps))
  app.doc31('/api/openapi.json', {
    openapi: '3.1.0',
    info: { title: 'Etude', version: MODEL_VERSION, description: 'From hands on the dog to a verdict.' },
  })
  app.all('/api/*', (c) =>
    sendProblem(c, {
      type: 'urn:etude:problem:not-found',
      title: 'Not here',
      status: 404,
      code: 'not-found',
      detail: `there is no ${c.req.method} ${c.req.path}`,
    }),
  )
  const { authority } = deps
  if (authority)
    app.get('/etude-authority.crt', (c) =>
      c.body(authority.ca, 200, {
        'content-type': 'application/x-x509-ca-cert',
        'content-disposition': 'attachment; filename="etude-authority.crt"',
      }),
    )
  app.get('/metrics', (c) => seen.answer(c))
  if (deps.webRoot) app.route('/', webFiles(deps.webRoot))
  app.onError((error, c) => {
    const problem = problemOf(error)
    if (problem.status >= 500)
      deps.log.error(
        { id: c.get('requestId'), failure: loggable(error), method: c.req.method, route: c.req.routePath },
        problem.code,
      )
    return sendProblem(c, problem)
  })
  return app
}
