<script setup lang="ts">
/** The register of joints: bolts, torque and state; which stay free on purpose, and what is still loose. */
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import DrawingView from '@/drawings/DrawingView.vue'
import ChipRow from '@/fields/ChipRow.vue'
import { formatQuantity } from '@/lib/quantity'
import BoltCircle from '@/stations/build/BoltCircle.vue'
import { JOINT_STATES } from '@/stations/build/rows'
import { useBuild } from '@/stations/build/useBuild'
import { usePrefs } from '@/stores/prefs'

type State = Schemas['JointMark']['state']
const { store, assessment, told, by, moment } = useBuild()
const prefs = usePrefs()
const found = computed(() => assessment.value.joints ?? null)
const FIRM = new Set<State>(['tight', 'torqued', 'marked'])
const asked = ref<{ code: string; state: State } | null>(null)
function put(code: string, state: State): void {
  asked.value = null
  const others = (told.value.joint_marks ?? []).filter((one) => one.code !== code)
  void store.patch({
    joint_marks: [...others, { id: '', code, state, at: moment(), by: by.value, torque_nm: null, note: '' }],
  })
}
/** A mistake of order is shown before it is made. */
function touch(view: Schemas['JointView'], state: State): void {
  if (FIRM.has(state) && view.why_not_yet) asked.value = { code: view.code, state }
  else put(view.code, state)
}
</script>

<template>
  <template v-if="found?.joints.length">
    <p class="answer">
      <b>{{ found.finished_count }} of {{ found.joints.length }}</b> are as they end.
      <template v-if="found.loose.length"> Still to be tightened: {{ found.loose.join('; ') }}.</template>
    </p>
    <drawing-view name="parts" />
    <ol class="joints" data-fact="build.joint_marks" aria-label="Joints">
      <li v-for="(one, index) in found.joints" :key="one.code">
        <bolt-circle
          v-if="one.turn_numbers.length > 2"
          :turns="one.turn_numbers"
          :name="one.joint.name"
          :circles="one.joint.circle_count"
        />
        <span v-else class="number">{{ index + 1 }}</span>
        <div class="what">
          <h3>{{ index + 1 }} {{ one.joint.name }}</h3>
          <p v-if="one.stack">{{ one.joint.count }} × {{ one.stack }}</p>
          <p class="quiet small">
            <template v-if="one.torque_nm"
              >{{ formatQuantity(one.torque_nm, 'nm', prefs.system)
              }}{{ one.torque_by === 'maker' ? ', the maker’s' : ', reckoned for dry steel: the maker’s prevails' }}.
            </template>
            <template v-else>By feel, the last turns by hand. </template>
            <template v-if="one.spanner">Spanner {{ one.spanner }}. </template
            ><template v-if="one.hex_key">Hex key {{ one.hex_key }}. </template>{{ one.joint.tighten }}
          </p>
          <p class="quiet small">
            Ends {{ one.joint.ends }}<template v-if="one.since">; {{ one.state }} by {{ one.since }}</template>
          </p>
          <p v-if="one.why_not_yet && !one.finished" class="free">{{ one.why_not_yet }}</p>
          <chip-row
            :name="one.joint.name"
            :options="JOINT_STATES"
            :value="one.state"
            :disabled="store.locked"
            @pick="(state) => touch(one, state)"
          />
          <div v-if="asked?.code === one.code" class="caution" role="alert">
            <p><b>Too early.</b> {{ one.why_not_yet }} What is tight now is loosened again under load.</p>
            <n-button @click="asked = null">Leave it free</n-button>
            <n-button quaternary @click="put(one.code, asked!.state)">It is {{ asked.state }} already</n-button>
          </div>
        </div>
      </li>
    </ol>
  </template>
  <p v-else class="quiet" data-fact="build.joint_marks">
    Stores tell no joints of this terminal and mount: enter them there, with bolts, washers and torque.
  </p>
</template>

<style scoped>
.answer {
  font-size: 17px;
  margin: 0;
}
.joints {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 16px;
  border-top: 1px solid var(--rule);
  padding: 12px 0;
}
.number {
  font-size: 28px;
  font-weight: 700;
  color: var(--quiet);
  text-align: center;
}
.what {
  display: grid;
  gap: 4px;
}
h3,
.what p {
  margin: 0;
}
.free {
  color: var(--ochre);
  font-weight: 600;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
  .number {
    display: none;
  }
}
</style>
