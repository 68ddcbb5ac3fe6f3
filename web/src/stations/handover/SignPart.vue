<script setup lang="ts">
/** Who signs: the customer with what they do not agree with, then the installer; and all that still stands against it. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import Fact from '@/fields/Fact.vue'
import SignaturePad from '@/fields/SignaturePad.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { when } from '@/lib/when'
import ProofList from '@/stations/handover/ProofList.vue'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

type Stroke = [number, number][]
const store = useJob()
const job = computed(() => store.job!)
const facts = computed(() => job.value.facts.handover)
const name = ref(useSession().person?.name ?? '')
const zone = computed(() => job.value.assessment.zone)
const against = computed(() => job.value.assessment.sign_waits_for ?? [])
const sign = () => store.patch({ customer_signed_at: new Date().toISOString() })
const lines = (one: unknown) => (one ?? []) as Stroke[]
</script>

<template>
  <leaf-part leaf="sign">
    <section class="stack">
      <h2>The customer</h2>
      <div class="two">
        <div class="stack">
          <fact at="handover.customer_name" />
          <fact at="handover.customer_objects" />
          <p class="row" data-fact="handover.customer_signed_at">
            <template v-if="facts.customer_signed_at"
              >Signed {{ when(facts.customer_signed_at, zone) }}
              <button
                v-if="!store.locked"
                type="button"
                class="link"
                @click="store.patch({ customer_signed_at: null })"
              >
                Not yet
              </button></template
            >
            <n-button v-else :disabled="store.locked || !facts.customer_name" @click="sign">Signed now</n-button>
            <span v-if="!facts.customer_name" class="quiet small"
              >The name first. A drawn signature is better, a name will do.</span
            >
          </p>
        </div>
        <signature-pad field="customer_lines" label="Signature of the customer" :lines="lines(facts.customer_lines)" />
      </div>
    </section>
    <section class="block">
      <h2>The installer</h2>
      <p v-if="job.signed_off_at">
        Signed off by <b>{{ job.signed_off_by }}</b> on {{ when(job.signed_off_at, zone) }}, computed by version
        {{ job.version }}. Inputs and results are frozen.
        <template v-if="job.record_state === 'intact'"
          ><br /><span class="quiet small checksum">Checksum of the record: {{ job.record_sha256 }}</span></template
        >
      </p>
      <div class="two">
        <div v-if="!job.signed_off_at" class="stack">
          <form class="stack" @submit.prevent="store.signOff(name)">
            <label>Name of the person who signs<n-input v-model:value="name" placeholder="" /></label>
            <p class="row">
              <n-button type="primary" attr-type="submit" :disabled="!job.assessment.may_sign_off">Sign off</n-button>
              <span v-if="!job.assessment.may_sign_off" class="why" role="status"
                >Not yet: {{ against.join('; ') }}.</span
              >
            </p>
          </form>
          <p v-if="store.faults.name" class="fault" role="alert">{{ store.faults.name }}</p>
          <p class="quiet small">Freezes inputs, results, version, firm and files under a checksum.</p>
        </div>
        <signature-pad
          field="installer_lines"
          label="Signature of the installer"
          :lines="lines(facts.installer_lines)"
        />
      </div>
    </section>
    <section v-if="!job.signed_off_at" class="block">
      <h2>Not shown yet</h2>
      <proof-list />
    </section>
  </leaf-part>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px;
  align-items: start;
}
.checksum {
  overflow-wrap: anywhere;
}
.why {
  flex: 1;
  min-width: 200px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
