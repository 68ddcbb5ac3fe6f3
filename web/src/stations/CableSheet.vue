<script setup lang="ts">
import { computed, ref } from 'vue'
import DrawingView from '@/components/DrawingView.vue'
import EntryField from '@/components/EntryField.vue'
import PickField from '@/components/PickField.vue'
import RowGrid from '@/components/RowGrid.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const options = computed(() => {
  const allowed = job.value.facts.terminal?.cable.types ?? []
  return (store.catalogue?.cables ?? []).map((one) => ({ label: allowed.includes(one.code) ? one.name : `${one.name} (not allowed for this terminal)`, value: one.code }))
})
const kinds = [['arm', 'along the arm'], ['loop', 'service loop'], ['mast', 'down the mast'], ['outdoor', 'outdoors'], ['wall', 'through the wall'], ['indoor', 'indoors'], ['slack', 'slack']]
const columns = [{ key: 'kind', label: 'Piece', choices: kinds.map(([value, label]) => ({ value, label })) }, { key: 'length_m', label: 'Length', unit: 'm' }, { key: 'note', label: 'Note', text: true }]
defineExpose({ newEntry: () => grid.value?.add() })
</script>

<template>
  <drawing-view name="cable" />
  <div class="fields">
    <pick-field field="cable_code" label="Cable" :value="job.facts.cable_code ?? ''" :options="options" />
    <entry-field field="connectors" label="Connectors" :value="job.facts.connectors" numeric hint="Two for one run; more for each joint" />
  </div>
  <section class="stack">
    <h2>Route, from the dish inwards</h2>
    <row-grid ref="grid" name="cable-pieces" title="Cable pieces" :columns="columns" :rows="job.facts.cable_pieces ?? []" :blank="{ kind: 'outdoor' }" add-label="Add a piece">
      <template #empty><p class="quiet">No piece yet. Begin at the dish: the arm, then the service loop, then down the mast.</p></template>
    </row-grid>
  </section>
  <p class="caution"><b>Drilling and power:</b> look on both sides of the wall for pipes, wires and studs. Keep the modem off while an end is open. Mains and earth are licensed work where the local code says so.</p>
</template>
