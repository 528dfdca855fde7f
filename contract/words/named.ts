import type { CoatType, VerdictName } from '../../core/index.ts'

/* What the first screen says of dogs; all other labels come with the screens that use them. */

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

export const VERDICT_LABEL: Record<VerdictName, string> = {
  'brush-out': 'Brush out',
  'spot-work': 'Brush out with spot work',
  splice: 'Keep the outline, cut mats out beneath',
  'short-all-over': 'Short all over',
  'keep-places': 'Coat kept, some places short',
  'short-legs': 'Short legs, body kept',
  'short-body': 'Short body, legs kept',
  strip: 'Hand-strip',
  'look-first': 'Look first',
  'split-visits': 'More than one visit',
  refer: 'Stop: vet first',
}

/** Of a frail dog in felt, for whom several visits would be too much. */
export const VET_DECIDES_LABEL = 'What hurts, then the vet'

/** The verdict of a visit in the book, in a few words. */
export const choiceText = ({ choice, vet }: { readonly choice: string; readonly vet: boolean }): string =>
  vet ? VET_DECIDES_LABEL : VERDICT_LABEL[choice as VerdictName]

export const COAT_LABEL: Record<CoatType, string> = {
  smooth: 'Smooth',
  double: 'Double',
  silky: 'Silky drop',
  'drop-double': 'Drop coat with undercoat',
  feathered: 'Feathered',
  curly: 'Curly wool',
  cotton: 'Cotton',
  wire: 'Wire jacket',
  corded: 'Corded',
  hairless: 'Hairless',
}
