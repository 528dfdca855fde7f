let context: AudioContext | null = null

let resting: ReturnType<typeof setTimeout> | undefined
/** Hands that rest so long do not wait for what is made meanwhile. */
const REST_MS = 1500

function make(): void {
  context = new AudioContext()
  if (context.state === 'suspended') void context.resume()
}

/**
 * Browsers let a page sound only after it was touched. What sounds takes longer to make than a touch may wait, so it is
 * made once the hands rest; a browser for which that is too late is woken by the next touch.
 */
export function allowSound(): void {
  if (context) {
    if (context.state === 'suspended') void context.resume()
    return
  }
  clearTimeout(resting)
  resting = setTimeout(make, REST_MS)
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
