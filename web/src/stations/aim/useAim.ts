/** What the leaves of Aim read of the open job. */
import { computed } from 'vue'
import { formatQuantity } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

export function useAim() {
  const store = useJob()
  const prefs = usePrefs()
  const job = computed(() => store.job!)
  const aim = computed(() => job.value.assessment.aim!)
  const site = computed(() => ({
    latitude_deg: job.value.facts.brief.latitude_deg,
    longitude_deg: job.value.facts.brief.longitude_deg,
  }))
  const high = computed(() => ({ ...site.value, height_m: job.value.facts.brief.height_m ?? 0 }))
  const satellite = computed(() => job.value.facts.picks.satellite!)
  const beamwidth = computed(() => job.value.assessment.beamwidth_deg)
  const coverage = computed(() => job.value.assessment.coverage)
  const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
  return { store, prefs, job, aim, site, high, satellite, beamwidth, coverage, show }
}
