<script setup lang="ts">
/** The plate with its holes: what each meets is set by touching it, or in the rows beneath. */
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { formatQuantity } from '@/lib/quantity'
import { rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const kind = computed(() => job.value.assessment.mount_kind!)
const found = computed(() => job.value.assessment.fixings ?? null)
const base = computed(() => job.value.facts.mount.base ?? '')
const fixings = computed(() =>
  (store.catalogue?.fixings ?? [])
    .filter((one) => !base.value || one.bases.includes(base.value as never))
    .map((one) => ({ label: one.name, value: one.code })),
)
const timber = computed(() => ['softwood', 'hardwood'].includes(base.value))
const holes = computed(() => job.value.facts.mount.holes ?? [])
const columns = columnsOf('mount.holes', { key: 'number', main: true }, 'reaches', 'edge_mm')
const usual = computed(() => ({
  label: 'A row for each hole',
  rows: (kind.value.holes ?? []).map((one) => ({ number: one.number, reaches: '' })),
}))
const NEXT = { '': 'structure', structure: 'skin', skin: '' } as const
/** A touch on a hole says what it meets: structure, boards only, not known. */
function touch(event: MouseEvent): void {
  const number = Number((event.target as Element).closest('[data-hole]')?.getAttribute('data-hole'))
  if (!number || store.locked) return
  const all = (kind.value.holes ?? []).map(
    (one) => holes.value.find((row) => row.number === one.number) ?? { id: rowId(), number: one.number, reaches: '' },
  )
  void store.replaceList(
    'holes',
    all.map((one) =>
      one.number === number ? { ...one, reaches: NEXT[(one.reaches ?? '') as keyof typeof NEXT] } : one,
    ),
  )
}
/** A touch on a shape says that the sheet has it. */
function touchShape(event: MouseEvent): void {
  const shape = (event.target as Element).closest('[data-profile]')?.getAttribute('data-profile')
  if (shape && !store.locked) void store.patch({ sheet_profile: shape as never })
}
const drill = computed(() => found.value?.drill || 'drills for itself')
</script>

<template>
  <!-- The rows beneath are the same, by keys. -->
  <!-- eslint-disable vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -->
  <div @click="touch"><drawing-view name="fixing-map" /></div>
  <!-- eslint-enable -->
  <!-- The chips beneath are the same, by keys. -->
  <!-- eslint-disable vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -->
  <div v-if="base === 'sheet'" @click="touchShape"><drawing-view name="sheet-profiles" /></div>
  <!-- eslint-enable -->
  <div class="fields">
    <fact at="mount.base" chips />
    <fact at="mount.fixing_code" :options="fixings" />
    <fact v-if="base === 'concrete' || base === 'solid_masonry'" at="mount.base_strength_mpa" />
    <template v-if="base === 'sheet'">
      <fact at="mount.sheet_profile" chips />
      <fact at="mount.sheet_mm" />
    </template>
    <fact v-if="base.endsWith('masonry') || base === 'concrete' || base === 'sheet'" at="mount.pulled_n" />
    <fact v-if="timber" at="mount.timber_dry" />
  </div>
  <template v-if="timber">
    <fact at="mount.timber_signs" with-text="text" />
  </template>
  <dl v-if="found && found.holes.some((one) => one.counts)" class="tools">
    <div>
      <dt>{{ timber ? 'Pilot' : 'Drill' }}</dt>
      <dd>{{ drill }}</dd>
    </div>
    <div v-if="found.allowed_pull_n != null && found.allowed_across_n != null">
      <dt>Each may bear</dt>
      <dd>
        {{ formatQuantity(found.allowed_pull_n, 'n', prefs.system) }} of pull,
        {{ formatQuantity(found.allowed_across_n, 'n', prefs.system) }} across
      </dd>
    </div>
    <div v-if="found.spanner">
      <dt>Spanner</dt>
      <dd>{{ found.spanner }}</dd>
    </div>
    <div>
      <dt>Torque</dt>
      <dd>
        {{
          found.torque_nm != null
            ? formatQuantity(found.torque_nm, 'nm', prefs.system)
            : 'by feel, the last turns by hand'
        }}
      </dd>
    </div>
    <div v-if="found.seal_ml">
      <dt>Sealant</dt>
      <dd>{{ found.seal_ml }} ml, in the holes before, over the heads after</dd>
    </div>
    <div v-if="found.resin_ml">
      <dt>Resin</dt>
      <dd>{{ found.resin_ml }} ml in all, each hole from the bottom up</dd>
    </div>
    <div v-if="kind.proud_mm">
      <dt>First screw</dt>
      <dd>stands {{ formatQuantity(kind.proud_mm, 'mm', prefs.system) }} proud; do not tighten yet</dd>
    </div>
  </dl>
  <p v-if="found?.assumed.length" class="quiet small">Taken: {{ found.assumed.join('; ') }}.</p>
  <row-grid
    name="holes"
    title="What each hole meets"
    :columns="columns"
    :rows="holes"
    :blank="{ reaches: '' }"
    add-label="Add a hole"
    :usual="usual"
  />
  <p class="row print">
    <a :href="`/api/jobs/${store.number}/template.pdf?paper=a4`" target="_blank" rel="noopener"
      >Drilling template, A4</a
    >
    <a :href="`/api/jobs/${store.number}/template.pdf?paper=letter`" target="_blank" rel="noopener">on letter paper</a>
    <a
      v-if="job.facts.mount.mast_diameter_mm"
      :href="`/api/jobs/${store.number}/wrap.pdf?paper=a4`"
      target="_blank"
      rel="noopener"
      >Wrap for the tube</a
    >
    <span class="quiet small">Print at 100 %, and lay a rule on its bar before you drill.</span>
  </p>
  <p class="caution">
    <b>Before the drill:</b> look on both sides for pipes, wires, flues and studs; sweep with a detector. Planning aid
    only: the base is for a competent person and the local code.
  </p>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 28px;
  margin: 0;
}
dt {
  color: var(--quiet);
  font-size: 14px;
}
dd {
  margin: 0;
  font-weight: 600;
}
.print {
  gap: 16px;
  align-items: baseline;
}
</style>
