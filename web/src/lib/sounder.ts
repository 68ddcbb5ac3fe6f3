/** Sounds that Rindle makes itself: a pattern of pulses with its pitch, and a click. Silent until somebody asks. */
export interface Pattern {
  pitch_hz?: number | null
  pitch_end_hz?: number | null
  on_s?: number | null
  off_s?: number | null
}

let context: AudioContext | null = null
const audio = (): AudioContext | null => {
  if (!('AudioContext' in window)) return null
  context ??= new AudioContext()
  void context.resume()
  return context
}

const LOUD = 0.2
const RAMP_S = 0.008

/** Starts and ends of the pulses of a pattern within so many seconds. */
export function pulses(one: Pattern, lasts_s: number): { from: number; to: number }[] {
  const on = one.on_s ?? 0
  const every = on + (one.off_s ?? 0)
  if (!one.pitch_hz || on <= 0 || every <= 0) return []
  const found = []
  for (let from = 0; from < lasts_s - 1e-9; from += every) found.push({ from, to: Math.min(from + on, lasts_s) })
  return found
}

/** Plays a pattern for so long; false where this browser makes no sound. Returns how to stop it. */
export function play(one: Pattern, lasts_s = 4): (() => void) | null {
  const out = audio()
  if (!out) return null
  const start = out.currentTime + 0.02
  const made = pulses(one, lasts_s).map(({ from, to }) => {
    const voice = out.createOscillator()
    const level = out.createGain()
    voice.type = 'triangle'
    voice.frequency.setValueAtTime(one.pitch_hz!, start + from)
    if (one.pitch_end_hz) voice.frequency.linearRampToValueAtTime(one.pitch_end_hz, start + to)
    level.gain.setValueAtTime(0, start + from)
    level.gain.linearRampToValueAtTime(LOUD, start + from + RAMP_S)
    level.gain.setValueAtTime(LOUD, start + to - RAMP_S)
    level.gain.linearRampToValueAtTime(0, start + to)
    voice.connect(level).connect(out.destination)
    voice.start(start + from)
    voice.stop(start + to)
    return voice
  })
  return () => made.forEach((voice) => voice.stop())
}

/** A short click, as a beat to move by. */
export const click = () => play({ pitch_hz: 1500, on_s: 0.03, off_s: 0 }, 0.03)
