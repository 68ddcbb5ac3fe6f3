/** What the parts of Bring-up share: the job, what is told of it, whether a terminal can be reached. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { rowId, useJob } from '@/stores/job'

export function useBringUp() {
  const store = useJob()
  const job = computed(() => store.job!)
  const told = computed(() => job.value.facts.bringup)
  const terminal = computed(() => job.value.facts.picks.terminal ?? null)
  const isPanel = computed(() => terminal.value?.panel != null)
  /** A stand-in is there for a dish whose level is worked out, and for a panel that has a place. */
  const reach = computed(
    () =>
      !store.locked &&
      (isPanel.value ? job.value.facts.brief.latitude_deg != null : job.value.assessment.predicted_level_db != null),
  )
  const usable = computed(() => reach.value && !store.deviceTrouble)
  /** What stands against power, by the rule that the server refuses by. */
  const held = computed(() => job.value.assessment.power_waits_for ?? [])
  const powered = computed(() => job.value.assessment.transmit?.powered ?? false)

  /** A part of what the modem shows, or of the second typing, of one entry. */
  function setBack(code: string, part: 'again' | 'shown', value: string): Promise<boolean> {
    const rows = told.value.told_back ?? []
    const own = rows.find((one) => one.code === code)
    const row = { ...(own ?? { id: rowId(), code, again: '', shown: '' }), [part]: value }
    const whole = own ? rows.map((one) => (one.code === code ? row : one)) : [...rows, row]
    return store.replaceList('told_back', whole)
  }
  const back = (code: string) => (told.value.told_back ?? []).find((one) => one.code === code)
  const addLineup = (row: Partial<Schemas['LineupMark']> & { step: Schemas['LineupMark']['step'] }) =>
    store.replaceList('lineup_log', [
      ...(told.value.lineup_log ?? []),
      { id: rowId(), at: new Date().toISOString(), figure: null, who: '', number: '', note: '', ...row },
    ])
  return { store, job, told, terminal, isPanel, reach, usable, held, powered, setBack, back, addLineup }
}
