/** The watch for gaps, follow-ups and repairs of the open job: what lies beside its facts, before and after the signature. */
import { computed, ref } from 'vue'
import { askAnew, useAsked } from '@/api/cache'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import { useJob } from '@/stores/job'

export function useAfter() {
  const store = useJob()
  const key = () => ['after', store.number, store.job?.signed_off_at ?? '']
  const path = computed(() => ({ params: { path: { number: store.number } } }))
  const { data } = useAsked(key, () => unwrap(client.GET('/api/jobs/{number}/after', path.value)))
  const trouble = ref('')
  const busy = ref(false)
  /** Does something, and shows what it came to; a refusal is said. */
  async function act(ask: () => Promise<Schemas['AfterOut']>): Promise<boolean> {
    busy.value = true
    try {
      await ask()
      trouble.value = ''
      await askAnew('after')
      if (!store.locked) await store.look()
      return true
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      trouble.value = error.faults.map((one) => one.message).join(' ')
      return false
    } finally {
      busy.value = false
    }
  }
  /** What another part changed is asked for anew. */
  const refresh = async (): Promise<void> => {
    await askAnew('after')
    await store.look()
  }
  return { refresh, store, after: data, path, trouble, busy, act }
}
