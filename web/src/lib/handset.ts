/** How the device in the hand is held, as its browser tells; a simulated one where a machine has no such sensor. */
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { onBeforeUnmount, ref, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { useJob } from '@/stores/job'

export type Sample = Schemas['HandsetSample']
const LEAST_APART_S = 0.08
const SILENT_MS = 2000
const SIMULATED_MS = 100
const DAY_MS = 86_400_000

/** Browsers tell alpha, beta and gamma; iOS its compass's heading beside them. */
type Told = DeviceOrientationEvent & { webkitCompassHeading?: number }
/** A page is given the sensors over TLS, or on the machine itself. */
export const maySense = () =>
  typeof window !== 'undefined' && window.isSecureContext && 'DeviceOrientationEvent' in window

/** A sample without its time. */
export const anglesOf = ({ alpha_deg, beta_deg, gamma_deg }: Sample) => ({ alpha_deg, beta_deg, gamma_deg })
/** The angles of a device that is held upright, its back to that bearing and height. */
export const sighted = (bearing_deg: number, height_deg: number) => ({
  alpha_deg: (720 - bearing_deg) % 360,
  beta_deg: 90 + height_deg,
  gamma_deg: 0,
})
/** The angles of a device whose long edge points that way. */
export const laid = (bearing_deg: number, height_deg: number) => ({
  alpha_deg: (720 - bearing_deg) % 360,
  beta_deg: height_deg,
  gamma_deg: 0,
})
/** The angles of a device that lies on a face which looks that way, tipped so far from the level. */
export const tipped = (bearing_deg: number, tilt_deg: number) => ({
  alpha_deg: (720 - bearing_deg) % 360,
  beta_deg: -tilt_deg,
  gamma_deg: 0,
})

/** What this device reads more than is true, by the reversal test, and when that was tried; good for as long as the house says. */
export function useHandsetZero() {
  const kept = useLocalStorage<{ zero_deg: number; at: number } | null>('rindle-handset-zero', null, {
    serializer: { read: (text) => JSON.parse(text) as { zero_deg: number; at: number }, write: JSON.stringify },
  })
  const days = () => useJob().job?.facts.picks.rules?.handset_zero_days ?? 0
  const fresh = () => (kept.value && Date.now() - kept.value.at < days() * DAY_MS ? kept.value.zero_deg : null)
  return {
    zero: fresh,
    keep: (zero_deg: number | null) => (kept.value = zero_deg === null ? null : { zero_deg, at: Date.now() }),
  }
}

export function useHandset(heard: (sample: Sample) => void) {
  /** off: not asked for; waiting: asked, nothing came yet; silent: it tells nothing. */
  const state = ref<'off' | 'waiting' | 'live' | 'silent' | 'refused'>('off')
  const simulated = ref(false)
  /** Whether its angles count from magnetic north; else from where it happened to begin. */
  const absolute = ref(false)
  const latest = shallowRef<Sample | null>(null)
  const screen_deg = () => screen.orientation?.angle ?? 0
  let began = 0
  let timer = 0
  let beat = 0
  let posed: Omit<Sample, 'at_s'> = sighted(0, 0)

  function take(angles: Omit<Sample, 'at_s'>): void {
    const at_s = (performance.now() - began) / 1000
    if (latest.value && at_s - latest.value.at_s < LEAST_APART_S) return
    state.value = 'live'
    latest.value = { at_s, ...angles }
    heard(latest.value)
  }
  function turned(event: Told): void {
    if (state.value === 'off' || simulated.value) return
    if (event.alpha === null || event.beta === null || event.gamma === null) return
    const compass = event.webkitCompassHeading
    const north = event.type === 'deviceorientationabsolute' || compass !== undefined
    if (north) absolute.value = true
    else if (absolute.value) return // the other kind counts from where it happened to begin
    take({
      alpha_deg: compass === undefined ? event.alpha : 360 - compass,
      beta_deg: event.beta,
      gamma_deg: event.gamma,
    })
  }
  useEventListener(window, 'deviceorientationabsolute' as 'deviceorientation', turned)
  useEventListener(window, 'deviceorientation', turned)

  function stop(): void {
    window.clearTimeout(timer)
    window.clearInterval(beat)
    state.value = 'off'
    simulated.value = absolute.value = false
    latest.value = null
  }
  /** Asks for the sensors, by a press: iOS wants one. */
  async function start(): Promise<void> {
    stop()
    const asks = (window.DeviceOrientationEvent ?? {}) as unknown as { requestPermission?: () => Promise<string> }
    try {
      if (((await asks.requestPermission?.()) ?? 'granted') !== 'granted') throw new Error('not granted')
    } catch {
      state.value = 'refused'
      return
    }
    began = performance.now()
    state.value = 'waiting'
    timer = window.setTimeout(() => {
      if (state.value === 'waiting') state.value = 'silent'
    }, SILENT_MS)
  }
  /** A simulated one: it tells what it was last posed to, ten times a second. */
  function simulate(first: Omit<Sample, 'at_s'>): void {
    stop()
    began = performance.now()
    simulated.value = absolute.value = true
    posed = first
    take(posed)
    beat = window.setInterval(() => take(posed), SIMULATED_MS)
  }
  const pose = (angles: Omit<Sample, 'at_s'>) => (posed = angles)
  onBeforeUnmount(stop)
  return { state, simulated, absolute, latest, screen_deg, start, stop, simulate, pose }
}
