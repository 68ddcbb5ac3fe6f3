<script setup lang="ts">
/** Lines of the bill with what was found of each: one touch a line. */
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import ChipRow from '@/fields/ChipRow.vue'
import { formatAmount } from '@/lib/quantity'
import { type KitState, toldOf } from '@/stations/build/rows'
import { useBuild } from '@/stations/build/useBuild'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{
  name: string
  rows: Schemas['KitRow'][]
  /** Whether a line may be short or damaged as well. */ states?: boolean
}>()
const { store, told, by } = useBuild()
const prefs = usePrefs()
const STATES: { value: KitState; label: string }[] = [
  { value: 'there', label: 'there' },
  { value: 'short', label: 'short' },
  { value: 'damaged', label: 'damaged' },
  { value: 'usable', label: 'of use' },
]
const shown = computed(() => (props.states ? STATES : STATES.slice(0, 1)))
const open = computed(() => props.rows.filter((one) => !one.found))
const tell = (rows: Schemas['KitRow'][], state: KitState) =>
  store.patch({ kit_found: toldOf(told.value.kit_found ?? [], rows, state, by.value) })
const amount = (one: Schemas['KitRow']) => formatAmount(one, prefs.system)
</script>

<template>
  <section>
    <header>
      <h3>{{ name }}</h3>
      <n-button v-if="open.length && !store.locked" size="small" @click="tell(open, 'there')"
        >All of these: {{ open.length }}</n-button
      >
    </header>
    <ul :aria-label="name">
      <li v-for="one in rows" :key="one.code" :class="one.found?.state">
        <b class="amount">{{ amount(one) }}</b>
        <span
          ><b>{{ one.name }}</b
          ><small v-if="one.own_number" class="own"> {{ one.own_number }}</small
          ><small v-if="one.layer_number" class="quiet"> · layer {{ one.layer_number }}</small
          ><br v-if="one.cue" /><span class="quiet small">{{ one.cue }}</span></span
        >
        <chip-row
          class="chips"
          :name="one.name"
          :options="shown"
          :value="one.found?.state"
          :disabled="store.locked"
          @pick="(state) => tell([one], state)"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  container-type: inline-size;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  min-height: 40px;
}
h3 {
  margin: 0;
  font-size: 16px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding: 4px 0;
  min-height: 48px;
}
li.short,
li.damaged {
  box-shadow: inset 4px 0 0 var(--rust);
}
.amount {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.own {
  margin-left: 6px;
  font-family: var(--mono, monospace);
}
@container (max-width: 560px) {
  li {
    grid-template-columns: 52px minmax(0, 1fr);
  }
  .chips {
    grid-column: 1 / -1;
  }
}
</style>
