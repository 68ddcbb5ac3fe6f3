/** What a person likes to see; kept on this device. */
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { watchEffect } from 'vue'
import type { System } from '@/lib/quantity'
import { applyTokens, type Light } from '@/lib/theme'

export const usePrefs = defineStore('prefs', () => {
  const light = useLocalStorage<Light>('rindle-light', 'day')
  const system = useLocalStorage<System>('rindle-units', 'metric')
  const north = useLocalStorage<'magnetic' | 'true'>('rindle-north', 'magnetic')
  watchEffect(() => applyTokens(light.value))
  return {
    light,
    system,
    north,
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
