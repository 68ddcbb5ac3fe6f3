<script setup lang="ts">
/** The firm's stores, a leaf each: what the jobs are made of, the rules they are judged by, and the words used. */
import { NButton } from 'naive-ui'
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import client, { unwrap } from '@/api/client'
import FirmPanel from '@/places/stores/FirmPanel.vue'
import FirstStep from '@/places/stores/FirstStep.vue'
import { KINDS, kindOf } from '@/places/stores/kinds'
import ManualsPanel from '@/places/stores/ManualsPanel.vue'
import { useStores } from '@/places/stores/shelf'
import StoreEntry from '@/places/stores/StoreEntry.vue'
import StoreLeaves from '@/places/stores/StoreLeaves.vue'
import StoreList from '@/places/stores/StoreList.vue'

const shelf = useStores()
const route = useRoute()
const router = useRouter()
void shelf.load()
const LEAVES = [
  ...KINDS.map((one) => ({ code: one.kind as string, name: one.leaf as string })),
  { code: 'manuals', name: 'Manuals' },
  { code: 'rules', name: 'Firm and rules' },
  { code: 'words', name: 'House’s words' },
]
const leaf = computed(() => String(route.params.leaf || 'satellite'))
const kind = computed(() => kindOf(leaf.value)?.kind)
const code = computed(() => String(route.params.code ?? ''))
const isNew = computed(() => route.query.new !== undefined)
watch(leaf, () => {
  shelf.said = ''
  shelf.trouble = ''
})
/** What is still to be done before a job rests on the firm's own figures; it stays until all of it is. */
const steps = computed(() => {
  const { terminals = [], satellites = [], constellations = [], members = [], invented = [] } = shelf.catalogue ?? {}
  const own = (kind: string, rows: { code: string }[]) => rows.some((one) => !invented.includes(`${kind}/${one.code}`))
  return {
    laid: terminals.length > 0,
    own: own('terminal', terminals) && (own('satellite', satellites) || own('constellation', constellations)),
    crew: members.length > 0,
    firm: !!shelf.firm?.telephone,
  }
})
const begin = () =>
  shelf.during(async () => shelf.take(await unwrap(client.POST('/api/stores/starter'))), 'Templates are in the stores.')
</script>

<template>
  <main class="stores">
    <h1>Stores</h1>
    <p v-for="one in shelf.catalogue?.unread ?? []" :key="`${one.kind}-${one.code}`" class="trouble" role="alert">
      The {{ one.kind }} “{{ one.code }}” cannot be read by this version and is left out: {{ one.message }}
    </p>
    <section
      v-if="shelf.catalogue && shelf.firm && !Object.values(steps).every(Boolean) && !code && !isNew"
      class="block"
      aria-label="First steps"
    >
      <h2>The first ten minutes</h2>
      <ol>
        <li>
          <first-step :done="steps.laid">
            Lay templates into the stores: invented dishes, a panel, a satellite and cables, to copy from.
            <n-button v-if="!steps.laid" type="primary" size="small" @click="begin">Begin with templates</n-button>
          </first-step>
        </li>
        <li>
          <first-step :done="steps.own">
            Copy the template of each <router-link to="/stores/terminal">terminal</router-link> and
            <router-link to="/stores/satellite">satellite</router-link> or
            <router-link to="/stores/constellation">constellation</router-link> that you use, put in the maker’s and the
            operator’s figures, and take the tick “Template” out.
          </first-step>
        </li>
        <li>
          <first-step :done="steps.crew">Enter the <router-link to="/stores/member">crew</router-link>.</first-step>
        </li>
        <li>
          <first-step :done="steps.firm"
            >Enter the firm’s <router-link to="/stores/rules">name, telephone and rules</router-link>.</first-step
          >
        </li>
        <li>Go to <router-link to="/jobs">Jobs</router-link> and press New job.</li>
      </ol>
    </section>
    <store-leaves
      :leaves="LEAVES"
      :current="leaf"
      label="Leaves of the stores"
      @turn="router.push(`/stores/${$event}`)"
    />
    <p v-if="shelf.trouble && !isNew" class="trouble" role="alert">{{ shelf.trouble }}</p>
    <p v-else-if="shelf.said" role="status">{{ shelf.said }}</p>
    <store-entry
      v-if="kind && (code || isNew)"
      :key="`${kind}-${code}-${String(route.query.of)}`"
      :kind="kind"
      :code="code"
      :of="String(route.query.of ?? '')"
    />
    <store-list v-else-if="kind" :key="kind" :kind="kind" />
    <manuals-panel v-else-if="leaf === 'manuals'" :terminals="shelf.catalogue?.terminals ?? []" />
    <firm-panel v-else-if="leaf === 'rules' || leaf === 'words'" :key="leaf" :part="leaf" />
    <p v-else class="trouble" role="alert">The stores have no leaf “{{ leaf }}”.</p>
  </main>
</template>

<style scoped>
.stores {
  width: min(1180px, 100%);
  margin: 0 auto;
  padding: 24px;
  display: grid;
  gap: 16px;
}
:deep(.leaf) {
  display: grid;
  gap: 12px;
}
h1 {
  font-size: 28px;
}
@media (max-width: 600px) {
  .stores {
    padding: 12px;
  }
}
</style>
