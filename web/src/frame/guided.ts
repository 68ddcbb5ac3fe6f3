/** Whether the screens lead an owner by the hand: as was chosen on this device, else as the job says who installs it. */
import { computed, type ComputedRef } from 'vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

export function useGuided(): ComputedRef<boolean> {
  const prefs = usePrefs()
  const store = useJob()
  return computed(() => (prefs.mode ? prefs.mode === 'owner' : store.job?.facts.brief.done_by === 'owner'))
}
