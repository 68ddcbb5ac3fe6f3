<script setup lang="ts">
/** The four figures of a panel that one needs all day. */
import { computed } from 'vue'
import FourDials from '@/stations/aim/FourDials.vue'
import type { Schemas } from '@/api/client'
import { formatQuantity } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ job: Schemas['JobOut'] }>()
const prefs = usePrefs()
const dials = computed(() => {
  const aim = props.job.assessment.panel_aim!
  const sky = props.job.assessment.low_orbit
  const more = props.job.assessment.sky_more
  const read = (props.job.facts.sky.skylines ?? []).length > 0
  const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
  const magnetic = prefs.north === 'magnetic'
  return [
    aim.self_aiming
      ? { name: 'Bearing', figure: 'itself', note: `towards ${show(aim.azimuth_true_deg, 'compass_deg')} true` }
      : {
          name: magnetic ? 'Compass' : 'True bearing',
          figure: show(magnetic ? aim.azimuth_magnetic_deg : aim.azimuth_true_deg, 'compass_deg'),
          note: magnetic
            ? `true ${show(aim.azimuth_true_deg, 'deg')}`
            : `compass ${show(aim.azimuth_magnetic_deg, 'compass_deg')}`,
        },
    { name: 'Tilt', figure: show(aim.tilt_deg, 'deg'), note: 'from the zenith' },
    {
      name: 'Without service',
      figure: sky && read && !more?.unread ? show(sky.out_percent, 'percent') : '–',
      note:
        !sky || !read
          ? 'no skyline yet'
          : more?.unread
            ? `only ${more.scanned_percent.toFixed(0)} % of the sky is read`
            : `longest ${show(sky.longest_gap_s, 's')}`,
    },
    {
      name: 'Constellation',
      figure: props.job.facts.picks.constellation?.name ?? '–',
      note: sky ? `${sky.usable_mean_count.toFixed(1)} usable at a time` : 'choose it at Brief',
    },
  ]
})
</script>

<template><four-dials :dials="dials" /></template>
