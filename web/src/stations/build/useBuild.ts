/** What the leaves of Build share: the job's results there, who works, and the clock. */
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

export function useBuild() {
  const store = useJob()
  const session = useSession()
  const now = useNow({ interval: 1000 })
  const assessment = computed(() => store.job!.assessment)
  const told = computed(() => store.job!.facts.build)
  const by = computed(() => session.person?.name ?? '')
  const moment = () => new Date().toISOString()
  return { store, now, assessment, told, by, moment }
}
