<script setup lang="ts">
/** The firm’s own manuals: PDF files, and the pages at which the steps of a terminal open. */
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import { cache, useAsked } from '@/api/cache'
import client, { ApiError, formOf, type Schemas, unwrap } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'

type Manual = Schemas['ManualOut']
const props = defineProps<{ terminals: Schemas['Terminal'][] }>()
const { data } = useAsked(
  () => ['manuals'],
  () => unwrap(client.GET('/api/manuals')),
)
const manuals = computed(() => data.value ?? [])
const trouble = ref('')
async function during(ask: () => Promise<Manual[]>): Promise<void> {
  try {
    cache.setQueryData(['manuals'], await ask())
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.faults.map((fault) => fault.message).join(' ')
  }
}
const add = (files: File[]) =>
  during(() =>
    unwrap(client.POST('/api/manuals', { body: { file: files[0]! as unknown as string }, bodySerializer: formOf })),
  )
const put = (manual: Manual, bookmarks: Schemas['Bookmark'][]) =>
  during(() =>
    unwrap(client.PUT('/api/manuals/{manual_id}', { params: { path: { manual_id: manual.id } }, body: { bookmarks } })),
  )
const takeOut = (manual: Manual) =>
  during(() => unwrap(client.DELETE('/api/manuals/{manual_id}', { params: { path: { manual_id: manual.id } } })))
const terminalNames = computed(() => props.terminals.map((one) => ({ value: one.code, label: one.name })))
const stepsOf = (code: string) => [
  { value: '', label: 'the whole terminal' },
  ...(props.terminals.find((one) => one.code === code)?.build_steps ?? []).map((one) => ({
    value: one.code,
    label: one.title,
  })),
]
/** The bookmark that is being written, by manual. */
const draft = ref<Record<number, { terminal: string; step: string; page: string }>>({})
const of = (manual: Manual) =>
  (draft.value[manual.id] ??= { terminal: props.terminals[0]?.code ?? '', step: '', page: '' })
async function keep(manual: Manual): Promise<void> {
  const one = of(manual)
  const page = Number(one.page)
  if (!Number.isInteger(page) || page < 1) {
    trouble.value = 'Page: a whole number from 1 is accepted.'
    return
  }
  await put(manual, [...manual.bookmarks, { terminal: one.terminal, step: one.step, page, note: '' }])
  if (!trouble.value) one.page = ''
}
const said = (one: Schemas['Bookmark']) => {
  const terminal = props.terminals.find((other) => other.code === one.terminal)
  const step = terminal?.build_steps.find((other) => other.code === one.step)?.title
  return `${terminal?.name ?? one.terminal}${one.step ? `, ${step ?? one.step}` : ''}`
}
</script>

<template>
  <section class="block" aria-label="Manuals">
    <div class="row">
      <h2>Manuals</h2>
      <file-pick
        class="file"
        label="Take in a manual (PDF)"
        text="Take in"
        accept=".pdf,application/pdf"
        @files="add"
      />
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="!manuals.length" class="quiet">
      No manual yet. Take in the maker’s PDF and mark the page of each step: at Build the step opens it there, without
      the internet.
    </p>
    <article v-for="one in manuals" :key="one.id" class="manual">
      <p class="row">
        <a :href="`/api/manuals/${one.id}/file`" target="_blank"
          ><b>{{ one.name }}</b></a
        >
        <span class="quiet small">{{ (one.size_bytes / 1e6).toFixed(1) }} MB</span>
        <n-button size="small" @click="takeOut(one)">Take out</n-button>
      </p>
      <ul v-if="one.bookmarks.length" :aria-label="`Pages of ${one.name}`">
        <li v-for="(mark, index) in one.bookmarks" :key="index">
          <a :href="`/api/manuals/${one.id}/file#page=${mark.page}`" target="_blank">page {{ mark.page }}</a>
          {{ said(mark) }}
          <button
            type="button"
            class="link"
            @click="
              put(
                one,
                one.bookmarks.filter((_, at) => at !== index),
              )
            "
          >
            Take out
          </button>
        </li>
      </ul>
      <form class="row" @submit.prevent="keep(one)">
        <choice-box
          label="Terminal"
          :value="of(one).terminal"
          :options="terminalNames"
          @choose="Object.assign(of(one), { terminal: $event, step: '' })"
        />
        <choice-box
          label="Step"
          :value="of(one).step"
          :options="stepsOf(of(one).terminal)"
          @choose="of(one).step = $event"
        />
        <label>Page<input v-model="of(one).page" inputmode="numeric" /></label>
        <n-button attr-type="submit" class="foot">Mark the page</n-button>
      </form>
    </article>
  </section>
</template>

<style scoped>
.file {
  margin-left: auto;
}
.manual {
  border-top: 1px solid var(--rule);
  padding: 8px 0;
  display: grid;
  gap: 8px;
}
ul {
  margin: 0;
  padding-left: 20px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
input {
  width: 96px;
  height: 40px;
}
.foot {
  align-self: end;
}
</style>
