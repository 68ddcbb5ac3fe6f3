/**
 * Something of the stores that is saved as it is typed: after a short pause, with the way back. What the server refuses
 * stays in its fields with the reason, also when one goes away and comes back.
 */
import { useDebounceFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { ApiError } from '@/api/client'
import { copyOf, type Entry } from '@/places/stores/kinds'

const PAUSE_MS = 500
/** What was refused or not sent yet, by what it belongs to. */
const drafts = new Map<string, Entry>()
export const keptDraft = (key: string) => drafts.get(key)
export const keepDraft = (key: string, data: Entry): void => void drafts.set(key, data)
export const forgotten = (key: string): void => void drafts.delete(key)
const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)

export function useTyped(put: (data: Entry) => Promise<Entry>) {
  const data = ref<Entry | null>(null)
  const kept = shallowRef<Entry>({})
  const faults = ref<Record<string, string>>({})
  const trouble = ref('')
  const sending = ref(false)
  const past = shallowRef<Entry[]>([])
  const future = shallowRef<Entry[]>([])
  let key = ''

  function open(name: string, entry: Entry): void {
    key = name
    kept.value = entry
    data.value = copyOf(drafts.get(name) ?? entry)
    past.value = []
    future.value = []
    faults.value = {}
    trouble.value = ''
    if (drafts.has(name)) void send()
  }
  function change(now: Entry): void {
    data.value = now
    drafts.set(key, now)
    void later()
  }
  /** Sends what is there. A refusal leaves it in its fields. */
  async function send(): Promise<boolean> {
    const [asked, mine] = [data.value, key]
    if (!asked || same(asked, kept.value)) {
      drafts.delete(mine)
      faults.value = {}
      trouble.value = ''
      return true
    }
    sending.value = true
    try {
      const told = await put(asked)
      if (mine !== key) return true
      past.value = [...past.value, kept.value]
      future.value = []
      kept.value = told
      faults.value = {}
      trouble.value = ''
      if (same(asked, data.value)) drafts.delete(mine) // else the next letters are on their way
      return true
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      faults.value = Object.fromEntries(error.faults.map((fault) => [fault.field, fault.message]))
      trouble.value = error.faults.map((fault) => fault.message).join(' ')
      return false
    } finally {
      sending.value = false
    }
  }
  const later = useDebounceFn(send, PAUSE_MS)
  /** To the version before, or after; each is saved like any other change. */
  async function turn(from: typeof past, to: typeof past): Promise<void> {
    const wanted = from.value.at(-1)
    if (!wanted) return
    const now = kept.value
    try {
      kept.value = await put(wanted)
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      trouble.value = error.faults.map((fault) => fault.message).join(' ')
      return
    }
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, now]
    data.value = copyOf(wanted)
    drafts.delete(key)
    faults.value = {}
    trouble.value = ''
  }
  onBeforeUnmount(() => void (data.value && drafts.has(key) && send()))
  return {
    data,
    faults,
    trouble,
    sending,
    open,
    change,
    send,
    back: () => turn(past, future),
    again: () => turn(future, past),
    canBack: computed(() => past.value.length > 0),
    canAgain: computed(() => future.value.length > 0),
    saved: computed(() => data.value !== null && same(data.value, kept.value)),
  }
}
