import type { LeftOutId, Plan } from './plan-shape.ts'

/** Whether a plan leaves something for another day, so that its dog stands no longer than it should. */
export const isLeftOut = ({ groom }: Pick<Plan, 'groom'>, what: LeftOutId): boolean =>
  groom?.leftOut.some((one) => one.what === what) ?? false
