/** What a person likes to see; kept on this device. */
import { useLocalStorage, useMediaQuery } from '@vueuse/core'
import { defineStore } from 'pinia'
import { watchEffect } from 'vue'
import type { System } from '@/lib/quantity'
import { applyTokens, type Light } from '@/lib/theme'

export const usePrefs = defineStore('prefs', () => {
  const light = useLocalStorage<Light>('rindle-light', 'day')
  const system = useLocalStorage<System>('rindle-units', 'metric')
  const north = useLocalStorage<'magnetic' | 'true'>('rindle-north', 'magnetic')
  /** Owner: fewer leaves and what to do next in a sentence. Not chosen: as the job says who installs it. */
  const mode = useLocalStorage<'' | 'trade' | 'owner'>('rindle-mode', '')
  /** For one hand and no eyes. */
  const handsFree = useLocalStorage('rindle-hands-free', { awake: false, voice: false, buzz: false, remote: false })
  /** A screen for which the server draws anew, upright and with larger words. */
  const narrow = useMediaQuery('(max-width: 600px)')
  watchEffect(() => applyTokens(light.value))
  return {
    light,
    system,
    north,
    mode,
    narrow,
    handsFree,
    toggleLight: () => {
      light.value = light.value === 'day' ? 'dusk' : 'day'
    },
    toggleUnits: () => {
      system.value = system.value === 'metric' ? 'imperial' : 'metric'
    },
    toggleNorth: () => {
      north.value = north.value === 'magnetic' ? 'true' : 'magnetic'
    },
  }
})
