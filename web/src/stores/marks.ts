/** Marks of build steps that have not reached the server: kept on this device, over a reload too, with their time. */
import { useLocalStorage } from '@vueuse/core'
import { ref } from 'vue'

export interface Mark {
  number: string
  code: string
  done: boolean
  at: string
  /** Who marked it: another person's marks are not sent as one's own. */
  by?: { username: string; name: string }
}

export function useMarks(send: (mark: Mark) => Promise<boolean>, who: () => Mark['by']) {
  const kept = useLocalStorage<Mark[]>('rindle-steps', [])
  const onTheWay = ref(new Set<string>())
  const mine = (mark: Mark) => !mark.by || mark.by.username === who()?.username
  const of = (number: string, code: string) => kept.value.filter((one) => one.number === number && one.code === code)
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
      const mark: Mark = { number, code, done, at: new Date().toISOString(), by: who() }
      const settled = of(number, code).filter((one) => !mine(one)) // this person says how it is
      kept.value = [...kept.value.filter((one) => !settled.includes(one)), mark]
      return sendOn(mark)
    },
    /** What an earlier page of the same person could not send. */
    resume: (number: string) =>
      kept.value.filter((one) => one.number === number && mine(one)).forEach((one) => void sendOn(one)),
    /** The last that was asked of a step and has not arrived. */
    waitsFor: (number: string, code: string) => of(number, code).filter(mine).at(-1) ?? null,
    /** What somebody else asked of a step on this device, and which never arrived. */
    othersFor: (number: string, code: string) =>
      of(number, code)
        .filter((one) => !mine(one))
        .at(-1) ?? null,
  }
}
