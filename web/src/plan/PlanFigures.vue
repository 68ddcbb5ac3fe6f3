<script setup lang="ts">
/** What the plan says of each position, as it stands now, moved or not. */
import { computed } from 'vue'
import { formatQuantity } from '@/lib/quantity'
import { usePlanHere } from '@/plan/usePlan'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const plan = usePlanHere()
const store = useJob()
const prefs = usePrefs()
const show = (value: number | null | undefined, unit = 'm') =>
  value == null ? '–' : formatQuantity(value, unit, prefs.system)
const rows = computed(() => plan.looked.value?.plan?.positions ?? [])
const fixed = computed(() => store.job?.assessment.sky != null)
function people(row: (typeof rows.value)[number]): string {
  const one = row.people.find((two) => two.inside) ?? row.people.find((two) => two.inside == null) ?? row.people[0]
  if (!one) return 'nobody drawn'
  if (one.over_m == null) return `${one.name}: not known`
  return `${show(one.over_m)} over ${one.name}`
}
const wire = (row: (typeof rows.value)[number]) =>
  row.wire
    ? row.wire.distance_m == null
      ? `${show(row.wire.level_m)} level, height not told`
      : show(row.wire.distance_m)
    : 'none drawn'
const WORDS: Record<string, string> = { lee: 'sheltered', side: 'half', windward: 'open', edge: 'edge or ridge' }
function wind(row: (typeof rows.value)[number]): string {
  if (row.at_edge) return WORDS.edge!
  return row.shelter_share == null ? '–' : `${Math.round(100 * row.shelter_share)} % sheltered`
}
</script>

<template>
  <div v-if="rows.length" class="scroll">
    <table class="grid-table" aria-label="Positions on the plan">
      <thead>
        <tr>
          <th scope="col">Position</th>
          <th scope="col">Ground</th>
          <th v-if="fixed" scope="col">Beam’s lower edge</th>
          <th scope="col">Nearest wire</th>
          <th scope="col">Wind</th>
          <th scope="col">Cable way</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.letter" :class="{ now: row.letter === plan.letter.value }">
          <th scope="row">
            <button type="button" class="link" @click="plan.letter.value = row.letter">
              {{ row.letter || 'The place' }}
            </button>
          </th>
          <td>{{ show(row.ground_m) }}</td>
          <td v-if="fixed" :class="{ bad: row.people.some((one) => one.inside) }">{{ people(row) }}</td>
          <td>{{ wire(row) }}</td>
          <td>{{ wind(row) }}</td>
          <td>
            <template v-if="row.cable"
              >{{ row.cable.heightless_count ? 'at least ' : '' }}{{ show(row.cable.length_m) }},
              {{ row.cable.pieces.length }} {{ row.cable.pieces.length === 1 ? 'piece' : 'pieces' }},
              {{ row.cable.corner_count }} {{ row.cable.corner_count === 1 ? 'bend' : 'bends' }}</template
            ><template v-else>not drawn</template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.scroll td,
.scroll th {
  padding-right: 14px;
}
.now th {
  color: var(--stream);
}
.bad {
  color: var(--rust);
  font-weight: 600;
}
.link {
  padding-left: 0;
}
</style>
