<script setup lang="ts">
/** How it would look: the antenna at its true size in a photo of the place. */
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import client, { ApiError, formOf, type Schemas, unwrap } from '@/api/client'
import Fact from '@/fields/Fact.vue'
import FilePickButton from '@/fields/FilePickButton.vue'
import { useJob } from '@/stores/job'

type MockUp = Schemas['MockUp']
type Mark = 'foot' | 'low' | 'high'
const store = useJob()
const trouble = ref('')
const host = ref<SVGSVGElement | null>(null)
const told = computed<MockUp | null>(() => {
  const one = store.job?.facts.sky.mock_up
  return one?.document_id ? one : null
})
const seen = computed(() => store.job?.assessment.sky_more?.mock_up ?? null)
const MARKS: { mark: Mark; name: string; does: string }[] = [
  { mark: 'foot', name: 'Foot', does: 'where the mast or bracket will be fixed' },
  { mark: 'low', name: 'Lower end', does: 'of a known length, as far off as the foot' },
  { mark: 'high', name: 'Upper end', does: 'of that length' },
]
const marking = ref<Mark | null>(null)
const next = computed(
  () => marking.value ?? MARKS.find((one) => told.value?.[`${one.mark}_x_px`] == null)?.mark ?? null,
)
const unit = computed(() => (told.value?.width_px ?? 1000) / 700)
function press(event: MouseEvent): void {
  const [mark, box, now] = [next.value, host.value?.getBoundingClientRect(), told.value]
  if (!mark || !box || !now || store.locked) return
  const x = Math.round(((event.clientX - box.left) / box.width) * now.width_px!)
  const y = Math.round(((event.clientY - box.top) / box.height) * now.height_px!)
  marking.value = null
  void store.patch({ mock_up: { ...now, [`${mark}_x_px`]: x, [`${mark}_y_px`]: y } as MockUp })
}
async function take(file: File): Promise<void> {
  trouble.value = ''
  try {
    await store.take(
      await unwrap(
        client.POST('/api/jobs/{number}/mock-up', {
          params: { path: { number: store.number } },
          body: { file: file as unknown as string },
          bodySerializer: formOf,
        }),
      ),
    )
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
const points = (rim: { x_px: number; y_px: number }[]) => rim.map((one) => `${one.x_px},${one.y_px}`).join(' ')
</script>

<template>
  <div class="row">
    <file-pick-button
      v-if="!store.locked"
      :label="told ? 'Another photo of the place' : 'Photo of the place'"
      accept="image/*"
      @files="([file]) => file && take(file)"
    />
    <span v-if="told && next" class="said" aria-live="polite"
      >Press in the photo: <b>{{ MARKS.find((one) => one.mark === next)!.name }}</b>,
      {{ MARKS.find((one) => one.mark === next)!.does }}.</span
    >
    <span v-if="trouble" class="fault" role="alert">{{ trouble }}</span>
  </div>
  <template v-if="told">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions, vuejs-accessibility/click-events-have-key-events -- only pointed at -->
    <svg
      ref="host"
      :viewBox="`0 0 ${told.width_px} ${told.height_px}`"
      :class="['photo', { next }]"
      role="img"
      :aria-label="seen ? 'The antenna at its true size in the photo' : 'Photo of the place'"
      @click="press"
    >
      <image
        :href="`/api/jobs/${store.number}/documents/${told.document_id}`"
        :width="told.width_px"
        :height="told.height_px"
      />
      <template v-if="seen">
        <line
          :x1="seen.foot.x_px"
          :y1="seen.foot.y_px"
          :x2="seen.middle.x_px"
          :y2="seen.middle.y_px"
          stroke="#5b6468"
          :stroke-width="Math.max(seen.mast_px, 2 * unit)"
        />
        <polygon
          :points="points(seen.rim)"
          :fill="seen.from_behind ? '#aeb5b4' : '#e4e6e1'"
          stroke="#5b6468"
          :stroke-width="1.5 * unit"
        />
      </template>
      <template v-for="{ mark } in MARKS" :key="mark">
        <circle
          v-if="told[`${mark}_x_px`] != null && (!seen || mark !== 'foot')"
          :cx="told[`${mark}_x_px`]!"
          :cy="told[`${mark}_y_px`]!"
          :r="6 * unit"
          fill="none"
          stroke="#ffffff"
          :stroke-width="3 * unit"
        />
      </template>
    </svg>
    <div v-if="!store.locked" class="row">
      <n-button v-for="{ mark, name } in MARKS" :key="mark" size="small" @click="marking = mark"
        >{{ name }} anew</n-button
      >
    </div>
  </template>
  <div v-if="told" class="fields">
    <fact at="sky.mock_up.known_m" />
    <fact at="sky.mock_up.above_m" />
    <fact at="sky.mock_up.look_deg" />
  </div>
  <p v-if="told && seen" class="quiet small">
    {{ seen.from_behind ? 'Its back is seen' : 'Its face is seen' }}, {{ Math.round(100 * seen.share) }} % of it. It
    goes into the proposal. For the eye, no survey: the known length has to be as far off as the foot.
  </p>
</template>

<style scoped>
.row {
  align-items: center;
  flex-wrap: wrap;
  gap: 8px 16px;
}
.photo {
  width: 100%;
  max-height: 520px;
  border: 1px solid var(--rule);
  border-radius: 6px;
}
.photo.next {
  cursor: crosshair;
}
</style>
