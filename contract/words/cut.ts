import type {
  BlendTool,
  CutNote,
  CutPart,
  CutReason,
  IronStop,
  JacketStage,
  NotCut,
  RackDue,
  RackKind,
  ShowStep,
  StripNote,
  Support,
  ToolState,
} from '../../core/index.ts'

export const CUT_PART_LABEL: Record<CutPart, string> = {
  coat: '',
  hock: 'from the hock down',
  'ear-top': 'the upper third',
  'tail-base': 'the base of the tail',
  opening: 'the opening only',
  surround: 'around the opening',
  pads: 'pads',
}

export const CUT_REASON_TEXT: Record<CutReason, string> = {
  verdict: 'by the verdict',
  wish: 'as wished',
  hygiene: 'hygiene',
  friction: 'would mat again',
  'dead-ends': 'dead ends only',
  tidy: 'outline tidied',
  patch: 'shaved patch blended',
  shape: 'shaped',
  stain: 'stained hair comes off',
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
  'finding-in-the-way': 'what was found there leaves no room for a tool',
  'coat-cannot-carry-it': 'This coat cannot carry that shape.',
  'another-day': 'Another day: this dog has stood long enough.',
  'owner-lets-grow': 'The owner lets it grow.',
  'house-keeps-coat': 'This house keeps coats with undercoat: they hold heat out as well as in.',
}

/** Shown at the line they belong to. Common practice. */
export const CUT_NOTE_TEXT: Record<CutNote, string> = {
  'face-line-cm': 'The line sits about a centimetre behind the eye.',
  'face-line-eye': 'The line goes to the corner of the eye.',
  'face-line-ear': 'The line goes back to the ear.',
  'throat-as-muzzle': 'Down the throat as far as the muzzle is long.',
  'skin-stretched': 'Skin stretched, tips away from the eye.',
  'ear-by-finger': 'Scissor the edge along your finger; feel where the leather ends first.',
  'ear-by-blade': 'The edge with a fine blade against the finger, never across it.',
  'ear-was-matted': 'Came in matted: shorter this time, away from the edge.',
  'feet-standing': 'Standing, shears flat on the table.',
  'feet-lifted': 'Lifted a little, knee bent as it bends by itself.',
  'cowlick-longer': 'Longer over a cowlick.',
  'elbow-shears': 'Elbows by shears.',
  'lashes-stay': 'Lashes stay, as the owner asked.',
  'lashes-off': 'Lashes off.',
  'lashes-owner': 'Lashes as the owner likes.',
  'edges-only': 'Edges of the pads only, up and outwards.',
  'never-into-web': 'Never into the web.',
  'disinfect-after': 'Wipe and disinfect the blade afterwards.',
  'skim-only': 'Skim the dead ends, no more.',
  'outline-by-comb': 'Comb it down and out; only what stands over the outline.',
  'tidy-only': 'Tidy only; no combing up before the clip.',
  'level-from-front': 'Both sides level: look from the front.',
  'look-after-shake': 'Let it shake, comb up, look again.',
  'set-into-shoulder': 'Set into the shoulder, straight to the foot.',
  'set-into-hip': 'Set into the hip, straight to the foot.',
  'between-toes-too': 'Close all round, between the toes too.',
  'line-at-ankle': 'A straight line at the ankle; skin spread between the toes.',
  'never-from-top': 'Thinned from beneath, never from the top.',
  'upward-only': 'Upward only, away from the lip of the ear.',
  'bands-never-pulled': 'Old bands are cut, never pulled.',
  'by-eye': 'Set by shears, a little at a time.',
}

export const SUPPORT_TEXT: Record<Support, string> = {
  'belly-loop': 'Padded loop under the belly.',
  'opposite-leg': 'Lift the opposite leg a little instead of the one you clip.',
  'knee-under-belly': 'If it sits: your knee under its belly.',
  'rest-when-it-fidgets': 'A rest when it fidgets.',
}

export const STRIP_NOTE_TEXT: Record<StripNote, string> = {
  'chalk-for-grip': 'Chalk for grip.',
  'hold-the-skin': 'Hold the skin.',
  'few-hairs-with-growth': 'A few hairs at a time, the way they grow.',
  'elbow-not-wrist': 'From the elbow, not the wrist, so that it comes and does not break.',
  'scent-patch-lightly': 'Lightly on the patch on top of the tail: it thins easily.',
  'sensitive-last': 'Sensitive places last, or clipped on a pet.',
}

export const JACKET_STAGE_LABEL: Record<JacketStage['stage'], string> = {
  'full-strip': 'Full strip',
  roll: 'Roll',
  show: 'The show',
}

export const SHOW_STEP_TEXT: Record<ShowStep, string> = {
  'bands-cut-off': 'Cut bands off, never pull them.',
  part: 'Part the coat.',
  'heat-protectant': 'Heat protectant, and let it dry.',
  'iron-sections': 'Iron each section once, comb between iron and skin.',
  'iron-ends': 'A second pass for the ends only.',
  antistatic: 'Antistatic.',
  'eyes-little': 'Hair over the eyes: plucked or thinned a little at a time.',
}

export const IRON_STOP_TEXT: Record<IronStop, string> = {
  'coat-damp': 'The coat is not dry.',
  'no-protectant': 'No heat protectant on.',
  'too-close': 'Too close to the skin.',
  'ear-leather': 'Find where the ear leather ends; start a finger’s width beyond it.',
  'nobody-at-head': 'Nobody holds the head.',
  'skin-not-sound': 'The skin here is not sound.',
}

export const RACK_KIND_LABEL: Record<RackKind, string> = {
  blade: 'Blade',
  comb: 'Comb attachment',
  shears: 'Shears',
  brush: 'Brush or comb',
  clipper: 'Clipper',
  other: 'Other',
}

export const TOOL_STATE_LABEL: Record<ToolState, string> = { ready: 'Ready', away: 'Away', dull: 'Dull' }

export const RACK_DUE_TEXT: Record<RackDue, string> = {
  sharpen: 'to be sharpened',
  oil: 'oil before use',
  disinfect: 'disinfect',
}

/** What a person says they just did. */
export const RACK_CARE_LABEL: Record<RackDue, string> = {
  sharpen: 'Sharpened',
  oil: 'Oiled',
  disinfect: 'Disinfected',
}

/** Hints worth carrying to the cut. Common practice. */
export const CUT_HINTS = [
  'Read the number on the blade before every use.',
  'What a hand comb cannot pass, a comb attachment cannot either.',
  'Several light passes, combing up between; growth turns at ribs, skull and chest.',
  'Pads before nails: then their length can be seen.',
  'Little at a time at face and feet: owners look there.',
] as const
