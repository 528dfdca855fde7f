import * as z from 'zod'
import { calendarDate } from '../formats/instants.ts'

/** Something the house asks to see, such as a vaccination, and until when it holds. */
export const paperSchema = z.object({
  what: z.string().trim().min(1, { error: 'what it is' }).max(80, { error: 'at most 80 letters' }),
  until: calendarDate,
})
export type Paper = z.infer<typeof paperSchema>

/** A few kinds of paper that a house asks of every dog, by their name. */
export const askedPapersSchema = z
  .array(z.string().trim().min(1, { error: 'what it is' }).max(80, { error: 'at most 80 letters' }))
  .max(6, { error: 'at most six' })

/** Whether a paper is of a kind: "rabies" is asked, "Rabies, 3 years" holds it. */
const isOf = ({ what }: Paper, kind: string): boolean => what.toLowerCase().includes(kind.toLowerCase())

/**
 * Kinds of paper that a house asks for and that a dog has none of, or none that holds on a day (2026-03-04).
 * @param on without a day: none at all, whether or not it ran out
 */
export const papersMissing = (asked: readonly string[], papers: readonly Paper[], on = ''): string[] =>
  asked.filter((kind) => !papers.some((paper) => isOf(paper, kind) && paper.until >= on))
