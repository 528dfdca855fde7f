import { dirname, join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'
import { beforeAll, describe, expect, test } from 'vitest'

/*
 * What one has to touch to add something: the compiler is asked, with the addition made in memory. The table it goes into
 * is one file; each file that no longer compiles is another. More than two would mean that a list stands twice.
 */
const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..')
const MOST_FILES = 2

interface Addition {
  /** What is added, by a name that nothing else has, so that the compiler's words can be told apart. */
  readonly name: string
  /** The table's file, and how it reads with the addition. */
  readonly table: string
  readonly with: (text: string) => string
  /** New files that come with it. */
  readonly files?: Readonly<Record<string, string>>
}

const ADDITIONS: Readonly<Record<string, Addition>> = {
  finding: {
    name: 'hay-seed',
    table: 'core/scores/findings.ts',
    with: (text) =>
      text.replace(
        'export const FINDINGS = {',
        "export const FINDINGS = {\n  'hay-seed': { ...SOUND, skin: 2, offMm: 5, coat: 'out-first', tub: 'usual', air: 'usual', vet: 'if-new', after: 'note-place' },",
      ),
  },
  'product kind': {
    name: 'horn-oil',
    table: 'core/tools/product-kinds.ts',
    with: (text) => text.replace("  'paw-balm',", "  'paw-balm',\n  'horn-oil',"),
  },
  endpoint: {
    name: 'lentTo',
    table: 'contract/api/rack.ts',
    with: (text) =>
      text.replace(
        "export const rackApi = subject('rack', {",
        "export const rackApi = subject('rack', {\n  lentTo: read('/rack/lent', { summary: 'Tools lent out', gives: z.array(z.string()) }),",
      ),
  },
  screen: {
    name: 'HayScreen',
    table: 'web/app/screens.ts',
    with: (text) =>
      text.replace(
        'export const SCREENS: readonly Screen[] = [',
        "export const SCREENS: readonly Screen[] = [\n  screen({ path: 'hay', label: 'Hay', place: 'house', load: async () => (await import('../house/hay/HayScreen.tsx')).HayScreen }),",
      ),
    files: {
      'web/house/hay/HayScreen.tsx':
        "import type { ReactNode } from 'react'\n\nexport function HayScreen(): ReactNode {\n  return <h1>Hay</h1>\n}\n",
    },
  },
}

/** Files that no longer compile, by the addition whose name the compiler says. */
const broken = new Map<string, Set<string>>()
const unclaimed: string[] = []

beforeAll(() => {
  const { config } = ts.readConfigFile(join(ROOT, 'tsconfig.json'), ts.sys.readFile)
  const { options, fileNames } = ts.parseJsonConfigFileContent(config, ts.sys, ROOT)
  const laid = new Map<string, string>()
  for (const { table, with: put, files } of Object.values(ADDITIONS)) {
    const path = join(ROOT, table)
    const text = ts.sys.readFile(path)!
    const changed = put(text)
    expect(changed, table).not.toBe(text)
    laid.set(path, changed)
    for (const [name, body] of Object.entries(files ?? {})) laid.set(join(ROOT, name), body)
  }
  const host = ts.createCompilerHost(options)
  const { readFile, fileExists } = host
  host.readFile = (path) => laid.get(path) ?? readFile(path)
  host.fileExists = (path) => laid.has(path) || fileExists(path)
  host.getSourceFile = (path, language) => {
    const text = host.readFile(path)
    return text === undefined ? undefined : ts.createSourceFile(path, text, language)
  }
  // Where such lists stand: the core, what is said and sent, the server, and the frame of the screens.
  const asked = (path: string): boolean =>
    (/\/(core|contract|server|web\/app)\//.test(path) || laid.has(path)) && !/\.test\.tsx?$/.test(path)
  const program = ts.createProgram([...fileNames.filter(asked), ...laid.keys()], options, host)
  const diagnostics = program
    .getSourceFiles()
    .filter(({ fileName }) => asked(fileName))
    .flatMap((file) => [...program.getSyntacticDiagnostics(file), ...program.getSemanticDiagnostics(file)])
  for (const { file, messageText } of diagnostics) {
    const said = ts.flattenDiagnosticMessageText(messageText, ' ')
    const where = relative(ROOT, file?.fileName ?? '')
    const whose = Object.entries(ADDITIONS).find(([, { name }]) => said.includes(name))?.[0]
    if (!whose) unclaimed.push(`${where}: ${said}`)
    else broken.set(whose, (broken.get(whose) ?? new Set()).add(where))
  }
}, 600_000)

describe('adding', () => {
  test.each(Object.keys(ADDITIONS))(
    'a %s touches at most two files, and what is forgotten does not compile',
    (what) => {
      const { table, files } = ADDITIONS[what]!
      const touched = new Set([table, ...Object.keys(files ?? {}), ...(broken.get(what) ?? [])])
      expect([...touched]).toHaveLength(MOST_FILES)
    },
  )
  test('nothing else breaks', () => expect(unclaimed).toEqual([]))
})
