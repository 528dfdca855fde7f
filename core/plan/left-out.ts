import type { CoatWork, LeftOutId } from './plan-shape.ts'

/** Whether a plan leaves something for another day, so that its dog stands no longer than it should. */
export const isLeftOut = ({ groom }: Pick<CoatWork, 'groom'>, what: LeftOutId): boolean =>
  groom?.leftOut.some((one) => one.what === what) ?? false
