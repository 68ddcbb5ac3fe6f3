<script setup lang="ts">
/** The box against its bill, in the order of unpacking, and the labels that go out of reach. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { formatQuantity } from '@/lib/quantity'
import KitBill from '@/stations/build/KitBill.vue'
import LabelRows from '@/stations/build/LabelRows.vue'
import { useBuild } from '@/stations/build/useBuild'
import SaidAnew from '@/stations/SaidAnew.vue'
import { usePrefs } from '@/stores/prefs'

const { store, assessment, told } = useBuild()
const prefs = usePrefs()
const rim = computed(() => assessment.value.rim ?? null)
const dish = computed(() => !store.job?.facts.picks.terminal?.panel)
const damages = columnsOf('build.damages', { key: 'part', main: true }, 'what', 'packing', 'wanted')
</script>

<template>
  <said-anew
    station="build"
    code="build.unpacked_of"
    label="It was counted of what the job says now"
    @said="store.patch({ unpacked_terminal_code: '', unpacked_mount_code: '' })"
  />
  <kit-bill />
  <template v-if="assessment.labels_wanted?.length">
    <h2>Labels that go out of reach <span class="quiet note">before the lift</span></h2>
    <label-rows />
  </template>
  <template v-if="dish">
    <h2>Came it true? <span class="quiet note">two strings over the rim, a quarter turn apart</span></h2>
    <div class="strings">
      <svg viewBox="0 0 200 130" width="200" height="130" aria-hidden="true">
        <ellipse cx="100" cy="65" rx="86" ry="52" />
        <path d="M14 65H186" />
        <path class="other" d="M100 13V117" />
        <circle cx="100" cy="65" r="6" />
      </svg>
      <div class="fields">
        <fact at="build.rim_gap_mm" />
        <p v-if="rim" class="answer">
          Costs <b>{{ rim.loss_db.toFixed(2) }} dB</b>; up to
          {{ formatQuantity(rim.least_gap_mm, 'mm', prefs.system) }} would do.
        </p>
        <p v-else class="quiet">Where they cross they just touch. A gap tells of a rim bent like a saddle.</p>
      </div>
    </div>
  </template>
  <h2>Came damaged</h2>
  <row-grid
    name="damages"
    title="Damage"
    :columns="damages"
    :rows="told.damages ?? []"
    :blank="{ what: '', packing: '', wanted: '' }"
    add-label="Add a damage"
    ><template #empty><p class="quiet">Nothing came damaged.</p></template></row-grid
  >
  <div class="fields"><fact at="build.delivered_by" /></div>
  <p v-if="told.damages?.length">
    <a :href="`/api/jobs/${store.number}/claim.pdf?units=${prefs.system}`" target="_blank" rel="noopener"
      >Claim sheet to print</a
    >
  </p>
</template>

<style scoped>
.answer {
  font-size: 17px;
  margin: 0;
}
.note {
  font-weight: 400;
  font-size: 14px;
}
.strings {
  display: flex;
  flex-wrap: wrap;
  gap: 24px;
  align-items: center;
}
.strings .fields {
  flex: 1 1 280px;
}
ellipse,
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}
path {
  stroke: var(--stream);
}
.other {
  stroke: var(--ochre);
}
circle {
  fill: var(--sheet);
  stroke: var(--rust);
  stroke-width: 2;
}
</style>
