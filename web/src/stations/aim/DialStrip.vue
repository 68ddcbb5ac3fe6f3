<script setup lang="ts">
/** The four figures one needs all day, each named by the instrument on which it is read. */
import { computed } from 'vue'
import FourDials from '@/stations/aim/FourDials.vue'
import type { Schemas } from '@/api/client'
import { formatQuantity } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{
  aim: Schemas['AimResult']
  dial: Schemas['DialFigures']
  beam: Schemas['Beam'] | null
  circular: boolean
}>()
const prefs = usePrefs()
const dials = computed(() => {
  const { aim, dial, beam } = props
  const hand = beam?.hand
  const magnetic = prefs.north === 'magnetic'
  const skew = dial.skew_deg ?? aim.skew_deg
  return [
    magnetic
      ? {
          name: 'Compass',
          figure: formatQuantity(dial.compass_deg, 'compass_deg', prefs.system),
          note: `true ${formatQuantity(aim.azimuth_true_deg, 'deg', prefs.system)}`,
        }
      : {
          name: 'True bearing',
          figure: formatQuantity(aim.azimuth_true_deg, 'deg', prefs.system),
          note: `compass ${formatQuantity(dial.compass_deg, 'compass_deg', prefs.system)}`,
        },
    {
      name: 'Clinometer',
      figure: formatQuantity(dial.clinometer_deg, 'deg', prefs.system),
      note: [dial.clinometer_face || 'along the beam', dial.clinometer_side].filter(Boolean).join(', '),
    },
    {
      name: 'Skew',
      figure: props.circular ? 'none' : formatQuantity(Math.abs(skew), 'deg', prefs.system),
      note: props.circular
        ? 'circular: nothing is turned'
        : `${skew >= 0 ? 'clockwise' : 'anticlockwise'}, from behind`,
    },
    {
      name: 'Beam',
      figure: beam?.letter ?? '–',
      note: !beam ? 'no beam here' : props.circular && hand ? `${hand}-handed as received` : 'linear: it has no hand',
    },
  ]
})
</script>

<template><four-dials :dials="dials" /></template>
