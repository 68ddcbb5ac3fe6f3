<script setup lang="ts">
/** The wireless net with its card, and the move of the household in stages with a way back. */
import { IconQrcode } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import client, { unwrap } from '@/api/client'
import EntryField from '@/fields/EntryField.vue'
import Fact from '@/fields/Fact.vue'
import WaitHere from '@/stations/WaitHere.vue'
import GatewayAsked from '@/stations/bringup/GatewayAsked.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'

const { store, job, told } = useBringUp()
const wifi = computed(() => job.value.assessment.wifi!)
const moving = computed(() => job.value.assessment.moving!)
async function make(): Promise<void> {
  const made = await unwrap(client.POST('/api/passphrase'))
  await store.patch({ wifi_password: made.password })
}
const done = (code: string, now: boolean) => {
  const rest = (told.value.moved_stages ?? []).filter((one) => one !== code)
  void store.patch({ moved_stages: now ? [...rest, code] : rest })
}
const joined = (name: string) =>
  store.replaceList(
    'home_devices',
    (told.value.home_devices ?? []).map((one) => (one.name === name ? { ...one, joined: true } : one)),
  )
const keeping = computed(() =>
  job.value.facts.picks.rules?.keep_secrets === 'yes'
    ? 'The firm keeps it with the signed job.'
    : store.locked
      ? 'It was masked when the job was signed.'
      : 'It is masked when the job is signed: print the card before.',
)
const wait = computed(() => job.value.facts.picks.terminal?.router?.joins_wait_min ?? null)
</script>

<template>
  <div class="two">
    <section class="stack">
      <h2>Wireless net</h2>
      <div class="fields">
        <fact at="bringup.wifi_name" />
        <entry-field
          field="wifi_password"
          label="Its password"
          :value="told.wifi_password"
          secret
          :maxlength="63"
          hint="8 to 63 signs"
        />
        <fact at="bringup.wifi_kept" />
      </div>
      <div v-if="!store.locked" class="row">
        <n-button @click="make">Make a password of four words</n-button>
      </div>
      <p v-if="wifi.guess_bits != null && !store.locked" :class="{ weak: !wifi.password_ok }">
        It takes about 2<sup>{{ Math.round(wifi.guess_bits) }}</sup> guesses{{
          wifi.password_ok ? '.' : ': too few for somebody who takes a recording home.'
        }}
      </p>
      <p v-if="wait" class="quiet">
        A new name and password take hold within {{ wait }} minutes; whoever is on the net falls off it then.
      </p>
      <gateway-asked send />
      <wait-here v-if="told.wifi_name && !told.wifi_kept" code="wireless" />
      <p class="quiet">
        Kept on this machine only.
        {{ keeping }}
      </p>
    </section>
    <section v-if="wifi.code_text" class="stack">
      <h2>Card</h2>
      <img
        :src="`/api/jobs/${store.number}/wifi.svg?of=${told.wifi_name}-${(told.wifi_password ?? '').length}-${job.head}`"
        alt="QR code by which a telephone joins the wireless net"
        width="200"
        height="200"
      />
      <a :href="`/api/jobs/${store.number}/wifi-card.html`" target="_blank" rel="noopener"
        ><icon-qrcode :size="18" aria-hidden="true" /> Print it</a
      >
    </section>
  </div>
  <h2>The move, stage by stage</h2>
  <ol class="stages" data-fact="bringup.moved_stages">
    <li v-for="one in moving.stages" :key="one.code" :class="{ waits: one.waits_for && !one.done }">
      <label>
        <input
          type="checkbox"
          :checked="one.done"
          :disabled="store.locked"
          @change="done(one.code, ($event.target as HTMLInputElement).checked)"
        />
        <span>
          <b>{{ one.name }}</b><template v-if="one.devices.length">: {{ one.devices.join(', ') }}</template
          ><br /><span class="quiet">{{ one.text }}</span>
        </span>
      </label>
    </li>
  </ol>
  <div class="fields"><fact at="bringup.move_confirmed" hint="Before what must not stop moves" /></div>
  <template v-if="moving.to_join.length">
    <h2>Have still to join again</h2>
    <div class="row">
      <n-button v-for="name in moving.to_join" :key="name" :disabled="store.locked" @click="joined(name)"
        >{{ name }} has joined</n-button
      >
    </div>
  </template>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 2fr 1fr;
  gap: 16px 32px;
}
.weak {
  color: var(--rust);
  font-weight: 600;
}
img {
  background: #fff;
}
.stages {
  list-style: none;
  margin: 0;
  padding: 0;
}
.stages label {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding: 8px 0;
  min-height: 56px;
  border-top: 1px solid var(--rule);
}
.stages .waits {
  color: var(--quiet);
}
input {
  width: 22px;
  height: 22px;
  margin-top: 2px;
  flex: none;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
