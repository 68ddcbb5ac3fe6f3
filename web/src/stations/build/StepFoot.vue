<script setup lang="ts">
/** What is pressed under a step: done, taken back, done once more, let pass or left out with a reason. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { when } from '@/lib/when'
import OthersMark from '@/stations/build/OthersMark.vue'
import { passOf } from '@/stations/build/rows'
import { useBuild } from '@/stations/build/useBuild'

const props = defineProps<{ view: Schemas['StepView']; mayMark: boolean; ready: boolean }>()
const emit = defineEmits<{ done: [] }>()
const { store, assessment, told, by, moment } = useBuild()
const step = computed(() => props.view.step)
const unseen = computed(() => props.view.marks?.filter((one) => !one.seen) ?? [])
const asking = ref<'' | 'early' | 'left_out' | 'again'>('')
const reason = ref('')
watch(
  () => step.value.code,
  () => {
    asking.value = ''
    reason.value = ''
  },
)
const mayLeave = computed(() => !step.value.hold_point && !step.value.before_power && props.view.state !== 'done')
const WHY = {
  early: 'Why it is done before its turn: kept, and printed with your name',
  left_out: 'Why it is left out: kept, and printed with your name',
  again: 'Why it was done again, or that it was looked at again',
}
async function pass(): Promise<void> {
  if (asking.value === 'again') {
    const row = { id: '', code: step.value.code, at: moment(), by: by.value, why: reason.value }
    if (!(await store.patch({ repeats: [...(told.value.repeats ?? []), row] }))) return
    reason.value = ''
    asking.value = ''
    return
  }
  const news = { code: step.value.code, how: asking.value || 'early', reason: reason.value, by: by.value, at: moment() }
  if (await store.patch({ passes: passOf(told.value.passes ?? [], news as Omit<Schemas['StepPass'], 'id'>) }))
    asking.value = ''
}
const unpass = () => store.patch({ passes: (told.value.passes ?? []).filter((one) => one.code !== step.value.code) })
</script>

<template>
  <div class="foot">
    <p v-if="view.passed" class="wrong">
      <b>{{ view.passed.how === 'early' ? 'Done all the same' : 'Left out' }}:</b> {{ view.passed.reason }} ({{
        view.passed.by
      }})
      <n-button v-if="!store.locked && view.state !== 'done'" quaternary size="small" @click="unpass"
        >Take that back</n-button
      >
    </p>
    <p v-for="one in view.again ?? []" :key="one.id" class="quiet">
      <b>Done again</b> {{ when(one.at, assessment.zone) }}<template v-if="one.by">, {{ one.by }}</template
      >: {{ one.why }}
      <n-button
        v-if="!store.locked"
        quaternary
        size="small"
        :aria-label="`Take back: ${one.why}`"
        @click="store.patch({ repeats: (told.repeats ?? []).filter((row) => row.id !== one.id) })"
        >Take that back</n-button
      >
    </p>
    <div class="press" data-fact="build.passes">
      <template v-if="view.mark">
        <span
          ><b>Done</b> <span class="quiet">{{ when(view.mark.at, assessment.zone) }}, {{ view.mark.by }}</span></span
        >
        <n-button v-if="!store.locked" quaternary @click="store.unmarkStep(step.code)">Take back</n-button>
        <n-button v-if="!store.locked && asking !== 'again'" quaternary @click="asking = 'again'">Done again</n-button>
      </template>
      <span v-else-if="store.waitsFor(step.code)?.done" class="quiet"
        ><b>Marked</b> {{ when(store.waitsFor(step.code)!.at, assessment.zone) }}, not sent yet</span
      >
      <template v-else>
        <others-mark :code="step.code" />
        <n-button
          size="large"
          :type="ready ? 'primary' : 'default'"
          :disabled="!ready || store.locked"
          @click="emit('done')"
          >Mark done</n-button
        >
        <span v-if="unseen.length && mayMark" class="quiet">first see {{ unseen.length }} above</span>
        <n-button v-if="view.may_pass && !store.locked" quaternary @click="asking = 'early'"
          >Do it all the same</n-button
        >
        <n-button v-if="mayLeave && !view.passed && !store.locked" quaternary @click="asking = 'left_out'"
          >Leave it out</n-button
        >
      </template>
    </div>
    <form v-if="asking" class="reason" @submit.prevent="pass">
      <label :for="`why-${step.code}`">{{ WHY[asking] }}</label>
      <n-input v-model:value="reason" :input-props="{ id: `why-${step.code}` }" />
      <p
        v-for="(fault, name) in store.faults"
        v-show="/^(passes|repeats)/.test(String(name))"
        :key="name"
        class="fault"
      >
        {{ fault }}
      </p>
      <div class="press">
        <n-button attr-type="submit" type="primary" :disabled="reason.trim().length < 5">Keep the reason</n-button>
        <n-button quaternary @click="asking = ''">No</n-button>
      </div>
    </form>
  </div>
</template>

<style scoped>
.foot {
  display: grid;
  gap: 12px;
}
.press {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}

.reason {
  display: grid;
  gap: 8px;
}

.wrong {
  margin: 0;
  padding: 8px 12px;
  border-left: 4px solid var(--ochre);
  background: var(--ochre-tint);
}
</style>
