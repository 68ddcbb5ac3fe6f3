<script setup lang="ts">
/** A bundle that was handed in: what it would do, job by job; what both copies changed is asked before anything is taken. */
import { NButton, NRadio, NRadioGroup } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import VerdictStone from '@/frame/VerdictStone.vue'
import { counted } from '@/lib/counted'

const props = defineProps<{ file: File }>()
const emit = defineEmits<{ done: [string]; leave: [] }>()
type Looked = Schemas['LookOut']
const looks = ref<Looked[] | null>(null)
const chosen = ref<Record<string, Record<string, 'here' | 'there'>>>({})
const trouble = ref('')
const busy = ref(false)
const SAYS: Record<Looked['state'], string> = {
  new: 'new here: taken as it is',
  same: 'the same here: nothing to do',
  joins: 'joined with the copy here',
  asks: 'both copies were changed: say which stands',
  behind: 'newer here: nothing to do',
  refused: 'cannot be joined',
}
const LEVEL = { new: 'clear', same: 'clear', joins: 'clear', asks: 'mind', behind: 'clear', refused: 'hold' } as const
const waits = computed(() =>
  (looks.value ?? []).some(
    (one) => one.state === 'refused' || one.clashes.some((clash) => !chosen.value[one.uid]?.[clash.path]),
  ),
)
const told = (value: unknown) =>
  value === null || value === undefined ? 'nothing' : typeof value === 'object' ? JSON.stringify(value) : String(value)
const form = (more: Record<string, string> = {}) => {
  const made = new FormData()
  made.append('file', props.file)
  for (const [name, value] of Object.entries(more)) made.append(name, value)
  return made
}
async function ask(run: () => Promise<void>): Promise<void> {
  busy.value = true
  try {
    await run()
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.faults.map((one) => one.message).join(' ')
  } finally {
    busy.value = false
  }
}
watch(
  () => props.file,
  () =>
    ask(async () => {
      looks.value = null
      chosen.value = {}
      looks.value = await unwrap(client.POST('/api/bundles/look', { body: {} as never, bodySerializer: () => form() }))
    }),
  { immediate: true },
)
const choose = (uid: string, path: string, side: 'here' | 'there') =>
  (chosen.value = { ...chosen.value, [uid]: { ...chosen.value[uid], [path]: side } })
const take = () =>
  ask(async () => {
    const done = await unwrap(
      client.POST('/api/bundles/take', {
        body: {} as never,
        bodySerializer: () => form({ choices: JSON.stringify(chosen.value) }),
      }),
    )
    emit('done', `Taken in: ${done.map((one) => one.number).join(', ')}.`)
  })
</script>

<template>
  <section class="bundle" aria-label="A bundle">
    <h2>{{ file.name }}</h2>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="!looks" class="quiet" role="status">Looking at it</p>
    <ul v-if="looks">
      <li v-for="one in looks" :key="one.uid">
        <verdict-stone :verdict="LEVEL[one.state]" :size="22" />
        <div class="stack">
          <p>
            <b>{{ one.number }}</b> {{ one.customer }}<span class="quiet">: {{ SAYS[one.state] }}</span>
          </p>
          <p v-if="one.why" class="quiet">{{ one.why }}</p>
          <p v-if="one.news.length" class="quiet small">
            Comes over: {{ one.news.slice(0, 8).join(', ')
            }}{{ one.news.length > 8 ? ` and ${counted(one.news.length - 8, 'more', 'more')}` : '' }}.
          </p>
          <fieldset v-for="clash in one.clashes" :key="clash.path">
            <legend>{{ clash.label }}</legend>
            <n-radio-group
              :value="chosen[one.uid]?.[clash.path] ?? null"
              @update:value="choose(one.uid, clash.path, $event as 'here')"
            >
              <n-radio value="here" size="large">here: {{ told(clash.here) }}</n-radio>
              <n-radio value="there" size="large">in the file: {{ told(clash.there) }}</n-radio>
            </n-radio-group>
          </fieldset>
        </div>
      </li>
    </ul>
    <p class="row">
      <n-button type="primary" :disabled="!looks || waits || busy" @click="take">Take it in</n-button>
      <n-button :disabled="busy" @click="emit('leave')">Leave it</n-button>
      <span v-if="looks && waits" class="quiet">Nothing is changed until every question is answered.</span>
    </p>
  </section>
</template>

<style scoped>
.bundle {
  display: grid;
  gap: 12px;
  border: 1px solid var(--quiet);
  border-radius: 6px;
  padding: 12px 16px;
  background: var(--sheet);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 28px 1fr;
  gap: 8px;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
.stack {
  gap: 6px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
legend {
  font-weight: 600;
  padding: 0;
}
</style>
