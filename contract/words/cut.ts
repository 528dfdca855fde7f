import type { BlendTool, CutPart, CutReason, NotCut } from '../../core/index.ts'

export const CUT_PART_LABEL: Record<CutPart, string> = {
  coat: '',
  opening: 'the opening only',
  pads: 'pads',
}

export const CUT_REASON_TEXT: Record<CutReason, string> = {
  verdict: 'by the verdict',
  wish: 'as wished',
  hygiene: 'hygiene',
  friction: 'would mat again',
}

export const BLEND_TOOL_LABEL: Record<BlendTool, string> = {
  thinning: 'thinning shears',
  chunking: 'chunking shears',
  'comb-taper': 'comb attachment, tapered',
}

export const NOT_CUT_TEXT: Record<NotCut, string> = {
  'double-coat':
    'A double coat is not clipped: it may grow back otherwise or not at all. Bulk is thinned from under the top coat.',
  'show-coat': 'A show coat: every hair counts, the owner decides each loss.',
  jacket: 'The owner keeps the jacket: clipping would soften it.',
  'left-alone': 'To be left alone: it keeps its coat, blend around it.',
  'not-looked-at': 'Not looked at yet.',
  'face-not-tolerated':
    'This dog does not take blades or straight shears at eyes and lips: thinning shears, a little, or leave it.',
  scar: 'A scar: no blade on it; blend around it.',
}

/** Hints worth carrying to the cut. Common practice. */
export const CUT_HINTS = [
  'Read the number on the blade before every use.',
  'What a hand comb cannot pass, a comb attachment cannot either.',
  'Several light passes, combing up between; growth turns at ribs, skull and chest.',
  'Pads before nails: then their length can be seen.',
  'Little at a time at face and feet: owners look there.',
] as const
