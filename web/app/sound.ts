let context: AudioContext | null = null

/** Browsers let a page sound only after it was touched: made at the first touch. */
export function allowSound(): void {
  context ??= new AudioContext()
  if (context.state === 'suspended') void context.resume()
}

const TONES = [
  [880, 0],
  [1174.66, 0.18],
  [880, 0.36],
] as const
const LENGTH_S = 0.16
const LOUD = 0.25

/** Three short tones, made here: no file is fetched. */
export function ring(): void {
  if (context?.state !== 'running') return
  const now = context.currentTime
  for (const [hz, at] of TONES) {
    const tone = context.createOscillator()
    const loud = context.createGain()
    tone.frequency.value = hz
    loud.gain.setValueAtTime(0, now + at)
    loud.gain.linearRampToValueAtTime(LOUD, now + at + 0.02)
    loud.gain.exponentialRampToValueAtTime(0.001, now + at + LENGTH_S)
    tone.connect(loud).connect(context.destination)
    tone.start(now + at)
    tone.stop(now + at + LENGTH_S)
  }
}
