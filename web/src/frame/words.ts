/** The trade's words, asked for once, and how they are found in a text. */
import { computed } from 'vue'
import { useAsked } from '@/api/cache'
import client, { unwrap } from '@/api/client'
import { finderOf } from '@/lib/terms'

export function useWords() {
  const { data: terms } = useAsked(
    () => ['words'],
    () => unwrap(client.GET('/api/stores/words')),
  )
  return { terms, find: computed(() => finderOf(terms.value ?? [])) }
}
