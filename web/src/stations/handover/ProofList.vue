<script setup lang="ts">
/** What is not shown yet before a job can be signed off: each leads to its station, or is let pass with a reason and a name. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import { type Schemas } from '@/api/client'
import { rowId, useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

const store = useJob()
const job = computed(() => store.job!)
const evidence = computed(() => job.value.assessment.evidence ?? [])
const waivers = computed(() => job.value.facts.handover.waivers ?? [])
const name = (code: string) => job.value.assessment.stations.find((one) => one.code === code)?.name ?? code
const asked = ref('')
const reason = ref('')
const by = ref(useSession().person?.name ?? '')
const ready = computed(() => Boolean(reason.value.trim() && by.value.trim()))
const refused = computed(() => Object.entries(store.faults).filter(([field]) => field.startsWith('waivers.')))
function ask(code: string): void {
  asked.value = code
  reason.value = ''
}
async function letPass(code: string): Promise<void> {
  const waiver: Schemas['Waiver'] = { id: rowId(), code, reason: reason.value.trim(), by: by.value.trim() }
  const kept = waivers.value.filter((one) => one.code !== code)
  if (await store.replaceList('waivers', [...kept, waiver])) asked.value = ''
}
const takeBack = (code: string) =>
  store.replaceList(
    'waivers',
    waivers.value.filter((one) => one.code !== code),
  )
</script>

<template>
  <p v-if="!evidence.length" class="quiet">All that has to be shown is shown.</p>
  <ul v-else class="proofs" aria-label="Not shown yet">
    <li v-for="one in evidence" :key="one.code">
      <router-link :to="`/jobs/${store.number}/${one.station}`">{{ name(one.station) }}</router-link>
      <span
        ><b>{{ one.message }}</b
        ><template v-if="!one.waiver">. {{ one.clears_by }}</template
        ><template v-else>: let pass by {{ one.waiver.by }}. {{ one.waiver.reason }}</template></span
      >
      <template v-if="!store.locked">
        <n-button v-if="one.waiver" size="small" @click="takeBack(one.code)">Take back</n-button>
        <span v-else-if="!one.may_pass" />
        <n-button v-else-if="asked !== one.code" size="small" @click="ask(one.code)">Let it pass</n-button>
        <form v-else class="row pass" @submit.prevent="letPass(one.code)">
          <label>Why<n-input v-model:value="reason" :maxlength="300" placeholder="at least a few words" /></label>
          <label>Who lets it pass<n-input v-model:value="by" :maxlength="120" placeholder="" /></label>
          <n-button attr-type="submit" size="small" class="foot" :disabled="!ready">Let it pass</n-button>
          <n-button quaternary size="small" class="foot" @click="asked = ''">Not</n-button>
          <p v-for="[field, message] in refused" :key="field" class="fault" role="alert">
            {{ field.endsWith('.by') ? 'Name' : 'Reason' }}: {{ message }}
          </p>
        </form>
      </template>
    </li>
  </ul>
</template>

<style scoped>
.proofs {
  list-style: none;
  margin: 0;
  padding: 0;
}
.proofs li {
  display: grid;
  grid-template-columns: 96px 1fr auto;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  padding: 4px 0;
  border-top: 1px solid var(--rule);
}
.pass {
  grid-column: 1 / -1;
}
.pass label {
  display: grid;
  gap: 4px;
  flex: 1;
  min-width: 200px;
  font-weight: 600;
  font-size: 14px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
.foot {
  align-self: end;
}
</style>
