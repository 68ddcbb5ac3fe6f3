<script setup lang="ts">
/** The firm: its name, the rules that it judges by, and the words that its crew uses. Saved as typed. */
import { NInput } from 'naive-ui'
import { shallowRef, watch } from 'vue'
import { type Node, refusals } from '@/lib/jsonSchema'
import EntryForm from '@/places/stores/EntryForm.vue'
import { copyOf, type Entry } from '@/places/stores/kinds'
import SavedRow from '@/places/stores/SavedRow.vue'
import { useStores } from '@/places/stores/shelf'
import { useTyped } from '@/places/stores/useTyped'

const props = defineProps<{ part: 'rules' | 'words' }>()
const shelf = useStores()
const schema = shallowRef<Node | null>(null)
/** The firm's name stands with its rules. */
const ours = (): Entry => {
  const { name, address, telephone } = shelf.firm!
  const told = copyOf(shelf.firm![props.part]) as unknown as Entry
  return props.part === 'rules' ? { name, address, telephone, told } : { told }
}
const typed = useTyped(async (data) => {
  await shelf.putFirm({ ...data, told: undefined, [props.part]: data.told } as never)
  return data
})
watch(
  [() => props.part, () => shelf.firm !== null], // each its own: a save is no news
  async ([part, there]) => {
    if (!there) return
    schema.value = await shelf.schema(part)
    typed.open(part, ours())
  },
  { immediate: true },
)
const change = (field: string, now: unknown) => typed.change({ ...typed.data.value, [field]: now })
/** The server names a rule by its path below the firm. */
const below = (faults: Record<string, string>) =>
  Object.fromEntries(Object.entries(faults).map(([at, said]) => [at.replace(/^(rules|words)\./, ''), said]))
</script>

<template>
  <section class="leaf" :aria-label="part === 'rules' ? 'Firm and house rules' : 'The house’s words'">
    <h2>{{ part === 'rules' ? 'Firm and house rules' : 'The house’s words' }}</h2>
    <template v-if="typed.data.value && schema">
      <div v-if="part === 'rules'" class="firm">
        <label
          >Firm<n-input
            :value="String(typed.data.value.name ?? '')"
            placeholder=""
            @update:value="change('name', $event)" /></label
        ><label
          >Telephone<n-input
            :value="String(typed.data.value.telephone ?? '')"
            placeholder=""
            @update:value="change('telephone', $event)" /></label
        ><label
          >Address<n-input
            :value="String(typed.data.value.address ?? '')"
            placeholder=""
            @update:value="change('address', $event)"
        /></label>
      </div>
      <p v-else class="quiet">
        Needs, hazards, checks and likely causes as your crew says them. A job keeps the code, so a word can be put
        better later; one that is taken out stays in the jobs that have it and is not asked any more.
      </p>
      <entry-form
        :schema="schema"
        :value="typed.data.value.told as Entry"
        :faults="below(typed.faults.value)"
        :label="part === 'rules' ? 'What the rules are about' : 'Kinds of words'"
        @change="change('told', $event)"
      />
      <saved-row
        :saved="typed.saved.value"
        :sending="typed.sending.value"
        :trouble="refusals(below(typed.faults.value), schema, typed.trouble.value)"
        :can-back="typed.canBack.value"
        :can-again="typed.canAgain.value"
        @back="typed.back"
        @again="typed.again"
      />
    </template>
  </section>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.firm {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 260px), 1fr));
  gap: 12px 16px;
}
</style>
