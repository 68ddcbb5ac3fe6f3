<script setup lang="ts">
/** How one gets up there, who brings somebody down, and what goes up in one go. */
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import { formatQuantity } from '@/lib/quantity'
import SaidAnew from '@/stations/SaidAnew.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const found = computed(() => store.job!.assessment.lifts ?? null)
const up = computed(() => store.job!.assessment.getting_up ?? null)
/** What is worn and brought stands in the bill of the van too. */
const gear = computed(() =>
  (store.job!.assessment.kit_list?.rows ?? []).filter(
    (one) => one.group === 'height' && one.unit === 'pieces', // the ladder’s length stands above
  ),
)
const rules = computed(() => store.job!.facts.picks.rules)
const most = computed(() => Math.max(1, ...(found.value?.lifts.map((one) => one.mass_kg) ?? [])))
const show = (kg: number) => formatQuantity(kg, 'kg', prefs.system)
</script>

<template>
  <p v-if="!up" class="quiet">
    Choose a terminal at Brief: how one gets up, with what, and what goes up follow from it.
  </p>
  <template v-if="up">
    <p class="answer">
      <b>{{ up.how }}</b><template v-if="up.ladder_m != null"
        >: a ladder of <b>{{ formatQuantity(up.ladder_m, 'm', prefs.system) }}</b> or longer<template
          v-if="up.foot_out_m != null"
          >, its foot <b>{{ formatQuantity(up.foot_out_m, 'm', prefs.system) }}</b> out</template
        ></template
      >.
    </p>
    <template v-if="store.aloft">
      <drawing-view name="way-up" />
      <said-anew
        station="mount"
        code="mount.rescue_of"
        label="It is so on this way too"
        @said="store.patch({ rescue_way_code: '' })"
      />
      <div class="fields">
        <fact v-if="up.by === 'roof'" at="mount.edge_height_m" />
        <fact at="mount.rescue" />
      </div>
    </template>
    <ul class="gear" aria-label="Worn and brought">
      <li v-for="one in gear" :key="one.code">
        <b>{{ one.unit === 'pieces' && one.amount > 1 ? `${one.amount} × ` : '' }}{{ one.name }}</b
        ><br /><span class="quiet">{{ one.cue }}</span>
      </li>
    </ul>
  </template>
  <template v-if="found">
    <h2>What goes up</h2>
    <p class="answer">
      <b>{{ show(found.together_kg) }}</b> in
      {{ found.lifts.length === 1 ? 'one way' : `${found.lifts.length} ways` }} up, the antenna
      {{ found.split ? 'in parts, its head before what hangs on it' : 'in one piece' }}; by
      <b>{{ found.people_count === 1 ? 'one person' : `${found.people_count} people` }}</b><template v-if="store.aloft"
        >; <b>{{ Math.round(found.at_height_min) }} min</b> on ladder or roof</template
      >.
    </p>
    <ol class="ups" aria-label="Ways up">
      <li v-for="(one, index) in found.lifts" :key="index">
        <span class="mass" :style="{ '--share': one.mass_kg / most }"><i /> {{ show(one.mass_kg) }}</span>
        <span
          ><b>{{ one.names.join(', ') }}</b
          ><br /><span class="quiet">{{ one.how }}</span></span
        >
      </li>
    </ol>
    <p class="caution">
      <b>Stop</b> in gusts over {{ formatQuantity(rules?.lift_gust_mps ?? 0, 'mps', prefs.system) }}, rain, ice or
      thunder; when a foot slips, a rope frays or a word is not understood. Overhead lines looked for first.
      <template v-if="store.aloft">Three points of contact, tied off before the edge is in reach.</template>
    </p>
  </template>
</template>

<style scoped>
.answer {
  font-size: 17px;
}
.gear {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 8px 24px;
}
.ups {
  margin: 0;
  padding: 0;
  list-style: none;
  counter-reset: up;
  display: grid;
  gap: 8px;
}
.ups li {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 16px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.mass {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.mass i {
  height: 10px;
  width: calc(var(--share) * 100%);
  min-width: 4px;
  background: var(--stream);
}
</style>
