/** What the server leaves out of an answer, since the screen holds it, and the answer made whole again. */
import type { Job } from '@/stores/jobTypes'

/** Marks of all that a screen holds of a job: the server leaves those parts out of its answer. */
export const has = (held: Job | null) => ({ 'X-Rindle-Has': Object.values(held?.marks ?? {}).join(',') })
/** An answer made whole again with the parts that were left out of it. */
export function filled(news: Job, held: Job | null): Job {
  if (!held || held.number !== news.number) return news
  const same = (name: string) => news.marks?.[name] !== undefined && news.marks[name] === held.marks?.[name]
  const parts = <T extends object>(kind: string, fresh: T, old: T): T =>
    ({
      ...Object.fromEntries(Object.entries(old).filter(([name]) => !(name in fresh) && same(`${kind}.${name}`))),
      ...fresh,
    }) as T
  return {
    ...news,
    facts: parts('facts', news.facts, held.facts),
    assessment: parts('assessment', news.assessment, held.assessment),
  }
}
