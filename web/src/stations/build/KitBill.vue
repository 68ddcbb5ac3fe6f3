<script setup lang="ts">
/** The box against its bill: one touch a line, or one for all that is left. */
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import Fact from '@/fields/Fact.vue'
import { formatQuantity } from '@/lib/quantity'
import BillRows from '@/stations/build/BillRows.vue'
import KindAsked from '@/stations/build/KindAsked.vue'
import { BOX, KIT_GROUPS } from '@/stations/build/groups'
import { toldOf } from '@/stations/build/rows'
import { useBuild } from '@/stations/build/useBuild'
import { usePrefs } from '@/stores/prefs'

const { store, assessment, told, by } = useBuild()
const prefs = usePrefs()
const bill = computed(() => assessment.value.kit_list!)
const groups = computed(() =>
  BOX.map((code) => ({
    code,
    name: KIT_GROUPS[code]!,
    rows: bill.value.rows.filter((one) => one.group === code),
  })).filter((one) => one.rows.length),
)
const rest = computed(() => bill.value.rows.filter((one) => BOX.includes(one.group) && !one.found))
const all = (rows: Schemas['KitRow'][]) =>
  store.patch({ kit_found: toldOf(told.value.kit_found ?? [], rows, 'there', by.value) })
</script>

<template>
  <div data-fact="build.kit_found" class="bill">
    <p class="answer">
      <b>{{ bill.box_there_count }} of {{ bill.box_count }}</b> lines are there;
      {{ formatQuantity(bill.mass_kg, 'kg', prefs.system) }}, without what has no mass in Stores.
      <n-button v-if="rest.length && !store.locked" type="primary" @click="all(rest)"
        >All {{ rest.length }} of the rest are there</n-button
      >
    </p>
    <p class="quiet">
      Count before the first step. Bolts by their length: a long one for a short one strips a thread or dents the
      reflector. A part that is not there is looked for under every layer of the packing first.
    </p>
    <kind-asked />
    <div class="fields"><fact at="build.layers_searched" /></div>
    <bill-rows v-for="one in groups" :key="one.code" :name="one.name" :rows="one.rows" :states="true" />
  </div>
</template>

<style scoped>
.bill {
  display: grid;
  gap: 12px;
}
.answer {
  font-size: 17px;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
</style>
