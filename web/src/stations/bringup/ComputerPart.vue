<script setup lang="ts">
/** The computer beside the modem: which address, step by step; what it is doing; put back at the end. */
import { IconExternalLink } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import CopyText from '@/frame/CopyText.vue'
import Fact from '@/fields/Fact.vue'
import WaitHere from '@/stations/WaitHere.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'

const { store, job, told, terminal, reach, powered } = useBringUp()
const laptop = computed(() => job.value.assessment.laptop!)
const access = computed(() => terminal.value!.access!)
const page = ref<Schemas['PageAddress'] | null>(null)
const open = async () => (page.value = await store.pageAddress())
const online = computed(() => job.value.assessment.bringup?.online ?? false)
</script>

<template>
  <p class="lead">{{ laptop.way }}</p>
  <dl class="big">
    <template v-if="access.reaches === 'fixed'">
      <dt>Its address</dt>
      <dd>{{ laptop.address }}</dd>
      <dt>Mask</dt>
      <dd>{{ laptop.mask }}</dd>
    </template>
    <dt>Page to open</dt>
    <dd>{{ laptop.page }}</dd>
    <template v-if="laptop.install_page">
      <dt>For the installer</dt>
      <dd>{{ laptop.install_page }}</dd>
    </template>
  </dl>
  <p v-if="access.install_how">{{ access.install_how }}</p>
  <p v-if="access.sign_in">{{ access.sign_in }}.</p>
  <p v-if="access.before_entry" class="quiet">{{ access.before_entry }}</p>
  <fact at="bringup.laptop_system" chips />
  <p v-if="!laptop.steps.length" class="quiet">Choose your computer: its steps follow, with the figures in them.</p>
  <div class="columns">
    <section>
      <h2>1 Write down what is there</h2>
      <p v-for="one in laptop.before_steps" :key="one">{{ one }}</p>
      <fact at="bringup.laptop_before" />
    </section>
    <section>
      <h2>2 Set it</h2>
      <ol v-if="laptop.steps.length">
        <li v-for="one in laptop.steps" :key="one">{{ one }}</li>
      </ol>
    </section>
    <section>
      <h2>3 Read what it has</h2>
      <p v-for="one in laptop.shown_steps" :key="one">{{ one }}</p>
      <div class="fields">
        <fact at="bringup.laptop_address" />
        <fact at="bringup.laptop_mask" />
      </div>
    </section>
  </div>
  <section v-if="laptop.aside_steps?.length" aria-label="Set aside for the time of the work">
    <h2>Set aside for the time of the work</h2>
    <p class="quiet">
      The modem’s page answers by the older protocol, IPv4, alone. A browser that is offered the newer one, IPv6, a
      dial-up line or a tunnel leaves by that and never reaches it. Afterwards it is put back.
    </p>
    <ul>
      <li v-for="one in laptop.aside_steps" :key="one">{{ one }}</li>
    </ul>
  </section>
  <section class="stack" aria-label="What the computer is doing">
    <h2>What it is doing</h2>
    <div class="fields">
      <fact v-if="access.reaches !== 'wireless'" at="bringup.laptop_wired" chips />
      <fact v-if="access.reaches !== 'wireless'" at="bringup.laptop_wireless" chips />
      <fact at="bringup.laptop_page" />
    </div>
    <wait-here v-if="access.reaches === 'automatic' && !told.laptop_address" code="address" />
    <p class="doing" aria-live="polite">
      <b>{{ laptop.doing }}</b> {{ laptop.then }}
    </p>
  </section>
  <section v-if="reach" class="stack" aria-label="The simulated modem’s page">
    <p>
      The stand-in has a page of its own, on an address of this machine that stands for {{ access.address }}.
      <template v-if="!powered"> It answers once it is switched on.</template>
    </p>
    <div class="row">
      <n-button @click="open">Where is its page?</n-button>
    </div>
    <template v-if="page">
      <p>
        <a :href="page.url" target="_blank" rel="noopener">{{ page.url }} <icon-external-link :size="16" /></a>
        <template v-if="page.install_url">
          · for the installer
          <a :href="page.install_url" target="_blank" rel="noopener"
            >{{ page.install_url }} <icon-external-link :size="16"
          /></a>
        </template>
      </p>
      <copy-text :text="page.install_url || page.url" what="the address of its page" />
    </template>
  </section>
  <section class="stack" aria-label="Afterwards">
    <h2>Afterwards</h2>
    <p>{{ laptop.after }}</p>
    <ol v-if="laptop.back_steps.length && (online || told.laptop_back)">
      <li v-for="one in laptop.back_steps" :key="one">{{ one }}</li>
    </ol>
    <p v-if="told.laptop_before">Before it was: {{ told.laptop_before }}.</p>
    <fact at="bringup.laptop_back" />
  </section>
</template>

<style scoped>
.lead {
  font-size: 18px;
}
.big {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 20px;
  margin: 0;
  align-items: baseline;
}
.big dt {
  color: var(--quiet);
}
.big dd {
  margin: 0;
  font-size: 22px;
  font-weight: 700;
  overflow-wrap: anywhere;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(205px, 100%), 1fr));
  gap: 16px 24px;
}
.columns section {
  border-top: 2px solid var(--ink);
  padding-top: 8px;
}
.doing {
  padding: 8px 12px;
  background: var(--stream-tint);
}
</style>
