<script setup lang="ts">
/** One step in large type: what is in the hand, who holds, what hurts, what is seen, and what comes next. */
import { IconBook2, IconCamera, IconLock } from '@tabler/icons-vue'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import CameraShot from '@/fields/CameraShot.vue'
import FilePick from '@/fields/FilePick.vue'
import { formatQuantity } from '@/lib/quantity'
import { when } from '@/lib/when'
import BoltCircle from '@/stations/build/BoltCircle.vue'
import CuePicture from '@/stations/build/CuePicture.vue'
import KitBill from '@/stations/build/KitBill.vue'
import LabelRows from '@/stations/build/LabelRows.vue'
import StepFoot from '@/stations/build/StepFoot.vue'
import { countdown, seenOf } from '@/stations/build/rows'
import { useBuild } from '@/stations/build/useBuild'
import { useGuided } from '@/frame/guided'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{
  view: Schemas['StepView']
  mayMark: boolean
  pages: { url: string; name: string }[]
  after: string
}>()
const emit = defineEmits<{ done: [] }>()
const { store, now, assessment, told, by, moment } = useBuild()
const guided = useGuided()
const prefs = usePrefs()
const step = computed(() => props.view.step)
const PLACES: Record<string, string> = {
  bench: 'On the bench',
  ground: 'On the ground',
  height: 'On ladder or roof',
  indoors: 'Indoors',
}
const joints = computed(() =>
  (assessment.value.joints?.joints ?? []).filter((one) => one.code in (step.value.sets ?? {})),
)
/** What is entered here before it is done is asked for where it is done. */
const needs = (entry: string) => props.view.state !== 'done' && (step.value.needs ?? []).includes(`entry:${entry}`)
const unseen = computed(() => props.view.marks?.filter((one) => !one.seen) ?? [])
const left = computed(() =>
  props.view.not_before ? new Date(props.view.not_before).getTime() - now.value.getTime() : 0,
)
const waiting = computed(() => props.view.state === 'waiting' && left.value > 0)
const ready = computed(
  () => (props.mayMark || (props.view.state === 'waiting' && !waiting.value)) && !unseen.value.length,
)
const picture = computed(() =>
  (store.job?.documents ?? []).filter((one) => one.about === `step:${step.value.code}`).at(-1),
)
/** A sentence, not a figure: it takes the whole line. */
const SAID_FROM = 32
const isSaid = (one: Schemas['StepFigure']) => one.value == null && (one.text ?? '').length > SAID_FROM
const see = (code: string) =>
  store.patch({ seen_marks: seenOf(told.value.seen_marks ?? [], `${step.value.code}.${code}`, moment(), by.value) })
/** Where the page may not use the camera itself, a telephone's own takes the picture. */
const camera = navigator.mediaDevices !== undefined
</script>

<template>
  <article class="step" data-fact="build.seen_marks" :aria-label="step.title">
    <p class="quiet where">
      {{ PLACES[step.place ?? ''] ?? 'Step' }}
      <template v-if="step.usual_min"> · about {{ step.usual_min }} min</template>
      <template v-if="(step.people_count ?? 1) > 1">
        · <b>{{ step.people_count }} people</b></template
      >
      <b v-if="step.hold_point" class="tag">hold point</b>
    </p>
    <h2>{{ step.title }}</h2>
    <p class="detail">{{ guided && step.plain ? step.plain : step.detail }}</p>
    <p v-if="step.caution && view.state !== 'done'" class="caution">{{ step.caution }}</p>
    <dl v-if="view.figures?.length" class="figures" aria-label="Figures of this step">
      <div v-for="one in view.figures" :key="one.name" :class="{ said: isSaid(one) }">
        <dt>{{ one.name }}</dt>
        <dd>
          <b v-if="one.value != null">{{ formatQuantity(one.value, one.unit ?? '', prefs.system) }}</b>
          <component :is="one.value == null && !isSaid(one) ? 'b' : 'span'" v-if="one.text">{{ one.text }}</component>
        </dd>
      </div>
    </dl>
    <dl v-if="step.tools?.length || step.mate">
      <template v-if="step.tools?.length">
        <dt>In the hand</dt>
        <dd>{{ step.tools.join(', ') }}</dd>
      </template>
      <template v-if="step.mate">
        <dt>The mate</dt>
        <dd>{{ step.mate }}</dd>
      </template>
    </dl>
    <p v-if="step.wrong && view.state !== 'done'" class="wrong"><b>Easily done wrong:</b> {{ step.wrong }}</p>
    <p v-if="step.mends && view.state !== 'done'" class="quiet"><b>Where it was:</b> {{ step.mends }}</p>
    <p v-if="step.hard && view.state !== 'done'" class="detail"><b>Goes hard:</b> {{ step.hard }}</p>
    <kit-bill v-if="needs('kit') && assessment.kit_list" />
    <label-rows v-if="needs('serials') && assessment.labels_wanted?.length" />
    <ul v-if="view.marks?.length" class="marks" aria-label="Marks to be seen">
      <li v-for="one in view.marks" :key="one.mark.code" :class="{ seen: one.seen }">
        <cue-picture :cue="one.mark.cue" />
        <span
          ><b>{{ one.text }}</b
          ><br /><span class="quiet small">{{ one.mark.wrong }}</span></span
        >
        <button
          type="button"
          class="chip"
          :aria-pressed="Boolean(one.seen)"
          :aria-label="`Seen: ${one.text}`"
          :disabled="store.locked"
          @click="see(one.mark.code)"
        >
          {{ one.seen ? 'Seen' : 'See it' }}
        </button>
      </li>
    </ul>
    <div v-for="one in joints" :key="one.code" class="joint">
      <bolt-circle
        v-if="one.turn_numbers.length"
        :turns="one.turn_numbers"
        :name="one.joint.name"
        :circles="one.joint.circle_count"
      />
      <p>
        <b>{{ one.joint.name }}</b>: {{ step.sets?.[one.code]
        }}<template v-if="one.joint.count > 1">, {{ one.joint.count }} of them</template
        ><template v-if="step.sets?.[one.code] === 'torqued' && one.torque_nm">
          with <b>{{ formatQuantity(one.torque_nm, 'nm', prefs.system) }}</b></template
        ><template v-if="one.spanner">; spanner {{ one.spanner }}</template
        ><template v-if="one.hex_key">; hex key {{ one.hex_key }}</template
        ><br />
        <span class="quiet small"
          >{{ one.stack }}<template v-if="one.stack && one.joint.tighten">. </template>{{ one.joint.tighten }}</span
        >
      </p>
    </div>
    <p v-for="one in pages" :key="one.url">
      <a :href="one.url" target="_blank" class="page"><icon-book2 :size="16" aria-hidden="true" /> {{ one.name }}</a>
    </p>
    <div v-if="step.photo" class="photo">
      <img v-if="picture" :src="`/api/jobs/${store.number}/documents/${picture.id}`" :alt="`Picture: ${step.photo}`" />
      <p>
        <icon-camera :size="18" aria-hidden="true" /> Picture of: {{ step.photo }}
        <span v-if="picture" class="quiet small">{{ when(picture.at, assessment.zone) }}, {{ picture.by }}</span>
      </p>
      <file-pick
        v-if="!store.locked"
        :label="`Picture of: ${step.photo}`"
        :text="camera ? 'From a file' : picture ? 'Another picture' : 'Take the picture'"
        accept="image/*"
        @files="(files) => store.addDocument(files[0]!, `step:${step.code}`)"
      />
      <camera-shot
        v-if="!store.locked"
        :key="step.code"
        :label="step.photo"
        :file-name="`step-${step.code}`"
        :keep="(file: File) => store.addDocument(file, `step:${step.code}`)"
      />
    </div>
    <p v-if="view.waits_for.length" class="waits">
      <icon-lock :size="18" aria-hidden="true" /> Waits for {{ view.waits_for.join(', ') }}
    </p>
    <p v-if="waiting" class="clock" role="timer">
      <b>{{ countdown(left) }}</b> until it may be done
    </p>
    <p v-if="store.faults[`step.${step.code}.code`]" class="waits" role="alert">
      {{ store.faults[`step.${step.code}.code`] }}
    </p>
    <step-foot :view="view" :may-mark="mayMark" :ready="ready" @done="emit('done')" />
    <p v-if="after" class="quiet next">Then: {{ after }}</p>
  </article>
</template>

<style scoped>
.step {
  display: grid;
  gap: 12px;
  align-content: start;
}
.where {
  margin: 0;
  display: flex;
  gap: 6px;
  align-items: baseline;
  flex-wrap: wrap;
}
h2 {
  font-size: 28px;
  line-height: 1.15;
  margin: 0;
}
.detail {
  font-size: 18px;
  margin: 0;
}
dl {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 4px 12px;
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 24px;
  padding: 8px 12px;
  border: 1px solid var(--rule);
  border-radius: 6px;
}
.figures dt {
  font-weight: 400;
  color: var(--quiet);
  font-size: 14px;
}
.figures dd b {
  font-size: 22px;
  margin-right: 6px;
}
.figures .said {
  flex-basis: 100%;
}
.wrong {
  margin: 0;
  padding: 8px 12px;
  border-left: 4px solid var(--ochre);
  background: var(--ochre-tint);
}
.marks {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.marks li {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  border: 1px solid var(--rule);
  border-radius: 6px;
  padding: 6px 10px;
}
.marks li.seen {
  background: var(--stream-tint);
}
.chip {
  min-height: 44px;
  min-width: 76px;
  padding: 4px 12px;
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--quiet);
  border-radius: 6px;
  cursor: pointer;
}
.chip[aria-pressed='true'] {
  border: 2px solid var(--stream);
  font-weight: 600;
}
.joint {
  display: flex;
  gap: 16px;
  align-items: center;
}
.joint p,
.photo p {
  margin: 0;
}
.page {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 36px;
}
.photo {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.photo img {
  width: 160px;
  max-height: 120px;
  object-fit: cover;
  border-radius: 6px;
}
.waits {
  display: flex;
  gap: 6px;
  align-items: start;
  color: var(--rust);
  font-weight: 600;
  margin: 0;
}
.waits svg {
  flex: none;
  margin-top: 2px;
}
.clock {
  font-size: 18px;
  margin: 0;
}
.clock b {
  font-size: 32px;
}
.next {
  margin: 0;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.tag {
  font-size: 13px;
  color: var(--ochre);
  border: 1px solid currentcolor;
  border-radius: 6px;
  padding: 0 6px;
}
</style>
