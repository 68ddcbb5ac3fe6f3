<script setup lang="ts">
/** What is left for a time, what was left over, and what is seen to before leaving. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { useBuild } from '@/stations/build/useBuild'

const { assessment, told } = useBuild()
const standing = computed(() => (assessment.value.measures?.measures ?? []).filter((one) => one.station !== 'build'))
const nameOf = (code: string) => assessment.value.stations.find((one) => one.code === code)?.name ?? code
const columns = columnsOf('build.measures', { key: 'what', main: true }, 'kind', 'until', 'by', 'gone_on')
</script>

<template>
  <h2>Left for a time <span class="quiet note">each with a last day</span></h2>
  <row-grid
    name="measures"
    title="Left for a time"
    :columns="columns"
    :rows="told.measures ?? []"
    :blank="{ kind: 'other', by: '' }"
    add-label="Add what is left for a time"
    ><template #empty><p class="quiet">Nothing is left for a time here.</p></template></row-grid
  >
  <ul v-if="standing.length" class="others" aria-label="Left for a time, entered elsewhere">
    <li v-for="one in standing" :key="one.what">
      <router-link :to="{ params: { station: one.station, leaf: '' } }">{{ nameOf(one.station) }}</router-link>:
      {{ one.what }},
      <b :class="{ fault: !one.until || one.late }">{{ one.until ? `until ${one.until}` : 'no last day' }}</b>
    </li>
  </ul>
  <h2>Parts left over</h2>
  <div class="fields">
    <fact at="build.left_over" chips />
    <fact v-if="told.left_over === 'some'" at="build.left_over_note" />
  </div>
  <h2>Before leaving</h2>
  <fact at="build.closing" with-text="text" whole />
</template>

<style scoped>
.note {
  font-weight: 400;
  font-size: 14px;
}
.others {
  margin: 0;
  padding-left: 20px;
}
</style>
