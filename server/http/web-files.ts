import { readFileSync } from 'node:fs'
import { relative } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import { Hono } from 'hono'

const YEAR_S = 31536000

/** The built web application: hashed files kept by the browser, the page itself asked for anew each time. */
export function webFiles(webRoot: string): Hono {
  const app = new Hono()
  const root = relative(process.cwd(), webRoot) || '.'
  app.use('/assets/*', async (c, next) => {
    await next()
    if (c.res.ok) c.header('cache-control', `public, max-age=${YEAR_S}, immutable`)
  })
  app.use('/*', serveStatic({ root }))
  app.get('/*', (c) => {
    if (c.req.path.startsWith('/assets/')) return c.text('Not here', 404)
    c.header('cache-control', 'no-cache')
    return c.html(readFileSync(`${webRoot}/index.html`, 'utf8'))
  })
  return app
}
