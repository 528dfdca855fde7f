import * as z from 'zod'
import { ESTIMATE_IDS, type EstimateId } from '../../core/index.ts'

/** One of our numbers; apart from what a first screen reads, since it brings all of them with their texts. */
export const estimateIdSchema = z.enum(ESTIMATE_IDS as [EstimateId, ...EstimateId[]])
