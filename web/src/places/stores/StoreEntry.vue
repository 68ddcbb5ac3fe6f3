<script setup lang="ts">
/** One entry of the stores: saved as it is typed, with the way back; a new one once it is whole. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { blankOf, type Node, refusals } from '@/lib/jsonSchema'
import EntryForm from '@/places/stores/EntryForm.vue'
import { copyOf, type Entry, type Kind, kindOf } from '@/places/stores/kinds'
import SavedRow from '@/places/stores/SavedRow.vue'
import { useStores } from '@/places/stores/shelf'
import { forgotten, keptDraft, keepDraft, useTyped } from '@/places/stores/useTyped'

const props = defineProps<{ kind: Kind; code: string; of: string }>()
const shelf = useStores()
const router = useRouter()
const isNew = computed(() => !props.code)
const schema = shallowRef<Node | null>(null)
const typed = useTyped(async (data) => {
  await shelf.put(props.kind, data)
  return data
})
const found = computed(() => (isNew.value ? null : shelf.entry(props.kind, props.code)))
watch(
  [() => props.kind, () => props.code, () => props.of, () => shelf.catalogue !== null], // each its own: a save is no news
  async ([kind, code, of, there]) => {
    if (!there) return
    schema.value = await shelf.schema(kind)
    const from = shelf.entry(kind, code || of)
    const blank = blankOf(schema.value, schema.value.$defs ?? {}) as Entry
    const copy = of && from ? { ...from, code: `${of}-copy`, name: `${String(from.name)} copy` } : blank
    if (!code) fresh.value = copyOf(keptDraft(`new/${kind}/${of}`) ?? copy)
    else if (from) typed.open(`${kind}/${code}`, from)
    asText.value = false
  },
  { immediate: true },
)
/** What is typed of a new entry, and what the server had against it. */
const fresh = ref<Entry>({})
const refused = ref<{ faults: Record<string, string>; trouble: string }>({ faults: {}, trouble: '' })
async function add(): Promise<void> {
  const data = asText.value ? parsed() : fresh.value
  if (!data) return
  const told = await shelf.during(() => shelf.put(props.kind, data), `${String(data.name)} is in the stores.`)
  refused.value = { faults: shelf.faults, trouble: shelf.trouble }
  if (!told) return
  forgotten(`new/${props.kind}/${props.of}`)
  await router.replace(`/stores/${props.kind}/${String(data.code)}`)
}
const value = computed(() => (isNew.value ? fresh.value : typed.data.value))
/** Why it is not kept, with the names that the form has. */
const trouble = computed(() =>
  isNew.value
    ? refusals(refused.value.faults, schema.value, refused.value.trouble)
    : refusals(typed.faults.value, schema.value, typed.trouble.value),
)
const asText = ref(false)
const text = ref('')
const wrong = ref('')
function parsed(): Entry | null {
  try {
    wrong.value = ''
    return JSON.parse(text.value) as Entry
  } catch (error) {
    wrong.value = `This is not JSON: ${(error as Error).message}`
    return null
  }
}
function turn(): void {
  if (!asText.value) {
    text.value = JSON.stringify(value.value, null, 1)
    asText.value = true
    return
  }
  const data = parsed()
  if (!data) return
  take(data)
  asText.value = false
}
const take = (data: Entry) => {
  if (!isNew.value) return typed.change(data)
  fresh.value = data
  keepDraft(`new/${props.kind}/${props.of}`, data)
}
</script>

<template>
  <section class="leaf" aria-label="Editor">
    <div class="row">
      <h2>
        {{
          isNew
            ? of
              ? `Copy of ${String(shelf.entry(kind, of)?.name ?? of)}`
              : 'New entry'
            : String(found?.name ?? code)
        }}
      </h2>
      <button type="button" class="link" @click="turn">{{ asText ? 'As a form' : 'As JSON' }}</button>
      <router-link class="back" :to="`/stores/${kind}`">{{ `All ${kindOf(kind)!.leaf.toLowerCase()}` }}</router-link>
    </div>
    <p v-if="!isNew && shelf.catalogue && !found" class="trouble" role="alert">
      There is no {{ kind }} “{{ code }}” in the stores.
    </p>
    <template v-else-if="schema && value">
      <n-input
        v-if="asText"
        v-model:value="text"
        type="textarea"
        :rows="18"
        :input-props="{ 'aria-label': `${kind} as JSON`, spellcheck: false }"
      />
      <entry-form
        v-else
        :schema="schema"
        :value="value"
        :faults="isNew ? refused.faults : typed.faults.value"
        :fixed="isNew ? [] : ['code']"
        :label="`Parts of the ${kind}`"
        @change="take"
      />
      <p v-if="wrong" class="trouble" role="alert">{{ wrong }}</p>
      <p v-if="isNew" class="row">
        <n-button type="primary" @click="add">Put into the stores</n-button>
        <n-button @click="router.push(`/stores/${kind}`)">Leave it</n-button>
        <span v-if="trouble" class="fault" role="alert">{{ trouble }}</span>
      </p>
      <saved-row
        v-else
        :saved="typed.saved.value"
        :sending="typed.sending.value"
        :trouble="trouble"
        :can-back="typed.canBack.value"
        :can-again="typed.canAgain.value"
        @back="typed.back"
        @again="typed.again"
      />
    </template>
  </section>
</template>

<style scoped>
.back {
  margin-left: auto;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
</style>
