/** The journal of the open job, newest first: asked anew after each change. */
import { computed } from 'vue'
import { useAsked } from '@/api/cache'
import client, { unwrap } from '@/api/client'
import { useJob } from '@/stores/job'

export function useChanges() {
  const store = useJob()
  const { data, error } = useAsked(
    () => ['changes', store.number, store.job?.head],
    () => unwrap(client.GET('/api/jobs/{number}/changes', { params: { path: { number: store.number } } })),
  )
  return { changes: computed(() => data.value ?? []), trouble: computed(() => error.value?.message ?? '') }
}
