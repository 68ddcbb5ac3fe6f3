<script setup lang="ts">
import { computed, ref } from 'vue'
import EntryField from '@/components/EntryField.vue'
import PickField from '@/components/PickField.vue'
import RowGrid from '@/components/RowGrid.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const terminals = computed(() => (store.catalogue?.terminals ?? []).map((one) => ({ label: `${one.name} · family ${one.family}, ${one.aperture_mm / 1000} m, ${one.polarization}`, value: one.code })))
const satellites = computed(() => (store.catalogue?.satellites ?? []).map((one) => ({ label: `${one.name} · ${Math.abs(one.longitude_deg)}° ${one.longitude_deg < 0 ? 'W' : 'E'}`, value: one.code })))
const columns = [{ key: 'down_mbps', label: 'Download', unit: 'mbps' }, { key: 'up_mbps', label: 'Upload', unit: 'mbps' }, { key: 'latency_ms', label: 'Latency', unit: 'ms' }]
const before = (row: Record<string, unknown>) => row.when === 'before'
defineExpose({ newEntry: () => grid.value?.add() })
</script>

<template>
  <div class="fields">
    <entry-field field="customer" label="Customer" :value="job.facts.customer" :maxlength="120" />
    <entry-field class="span" field="service_wanted" label="Service wanted" :value="job.facts.service_wanted" placeholder="What must work when you leave?" />
    <entry-field class="wide" field="place_text" label="Place" :value="job.place_text" :maxlength="200" placeholder="-29.3118, 27.9362 or 29°18'43&quot;S 27°56'10&quot;E or UTM 35J … or geo: …" :hint="job.place_understood ? `Understood as ${job.place_understood}` : 'Decimal, degrees and minutes, DMS, UTM, military grid or a geo: link'" />
    <entry-field field="height_m" label="Height above sea" :value="job.facts.height_m" unit="m" />
    <entry-field field="date" label="Day of the work" :value="job.facts.date" hint="Year-month-day; for the magnetic model" />
    <pick-field field="terminal_code" label="Terminal" :value="job.terminal_code" :options="terminals" />
    <pick-field field="satellite_code" label="Satellite" :value="job.satellite_code" :options="satellites" />
  </div>
  <section class="block">
    <h2>Present service</h2>
    <p class="quiet">Measure before anything is changed, three times or more: the gain is shown against the median.</p>
    <row-grid ref="grid" name="runs" title="Runs before" :columns="columns" :rows="job.facts.runs ?? []" :keep="before" :fixed="{ when: 'before' }" :blank="{}" add-label="Add a run" />
  </section>
</template>

<style scoped>
.span { grid-column: span 2; }
@media (max-width: 700px) { .span { grid-column: auto; } }
</style>
