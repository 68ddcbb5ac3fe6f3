/** Marks of build steps that have not reached the server: kept on this device, over a reload too, with their time. */
import { useLocalStorage } from '@vueuse/core'
import { ref } from 'vue'

export interface Mark {
  number: string
  code: string
  done: boolean
  at: string
}

export function useMarks(send: (mark: Mark) => Promise<boolean>) {
  const kept = useLocalStorage<Mark[]>('rindle-steps', [])
  const onTheWay = ref(new Set<string>())
  const nameOf = (mark: Mark) => `${mark.number} ${mark.code} ${mark.at}`
  async function sendOn(mark: Mark): Promise<boolean> {
    const name = nameOf(mark)
    if (onTheWay.value.has(name)) return false
    onTheWay.value.add(name)
    try {
      return await send(mark) // a refusal is an answer too: its reason stands at the step
    } finally {
      kept.value = kept.value.filter((one) => nameOf(one) !== name)
      onTheWay.value.delete(name)
    }
  }
  return {
    /** Marks a step, or takes its mark back, as soon as the way is free. */
    set(number: string, code: string, done: boolean): Promise<boolean> {
      const mark = { number, code, done, at: new Date().toISOString() }
      kept.value = [...kept.value, mark]
      return sendOn(mark)
    },
    /** What an earlier page could not send. */
    resume: (number: string) => kept.value.filter((one) => one.number === number).forEach((one) => void sendOn(one)),
    /** The last that was asked of a step and has not arrived. */
    waitsFor: (number: string, code: string) =>
      kept.value.filter((one) => one.number === number && one.code === code).at(-1) ?? null,
  }
}
