<script setup lang="ts">
/** The people of the firm: who may sign in, who may change that, and one's own password. */
import { NButton, NCheckbox, NInput, NPopconfirm } from 'naive-ui'
import { computed, ref } from 'vue'
import { cache, useAsked } from '@/api/cache'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import { counted } from '@/lib/counted'
import { HERE, when } from '@/lib/when'

type Person = Schemas['PersonOut']
const KEY = ['people']
const { data, error } = useAsked(
  () => KEY,
  () => unwrap(client.GET('/api/people')),
)
const mayManage = computed(() => data.value?.may_manage ?? false)
const active = computed(() => (data.value?.people ?? []).filter((one) => !one.stopped).length)
const faults = ref<Record<string, string>>({})
const said = ref('')
const blank = () => ({ username: '', name: '', password: '', may_manage: false })
const fresh = ref(blank())
const own = ref({ old: '', new: '' })
const renewed = ref<{ username: string; password: string } | null>(null)

/** Does something; what is refused stands beside its field. */
async function during<T>(at: string, act: () => Promise<T>, done: string): Promise<T | undefined> {
  faults.value = {}
  said.value = ''
  try {
    const told = await act()
    said.value = done
    return told
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem
    faults.value = Object.fromEntries(problem.faults.map((one) => [`${at}.${one.field}`, one.message]))
  }
}
const kept = (told: Schemas['PeopleOut'] | undefined) => told && cache.setQueryData(KEY, told)
async function add(): Promise<void> {
  const body = { ...fresh.value }
  const told = await during(
    'new',
    () => unwrap(client.POST('/api/people', { body })),
    `${body.name || body.username} may sign in.`,
  )
  if (kept(told)) fresh.value = blank()
}
const change = async (one: Person, body: Schemas['PersonPatch'], done: string) =>
  kept(
    await during(
      one.username,
      () => unwrap(client.PATCH('/api/people/{username}', { params: { path: { username: one.username } }, body })),
      done,
    ),
  )
async function renew(one: Person): Promise<void> {
  const password = renewed.value?.password ?? ''
  if (await change(one, { password }, `${one.name} has a new password. Tell it in person.`)) renewed.value = null
}
async function changeOwn(): Promise<void> {
  const told = await during(
    'own',
    () => unwrap(client.POST('/api/session/password', { body: own.value })),
    'Your password is changed; your other devices sign in anew.',
  )
  if (told) own.value = { old: '', new: '' }
}
const faultOf = (at: string) =>
  Object.entries(faults.value)
    .filter(([field]) => field.startsWith(`${at}.`))
    .map(([, message]) => message)
    .join(' ')
</script>

<template>
  <main class="people">
    <h1>
      People <span v-if="data" class="quiet note">{{ counted(active, 'person', 'people') }} may sign in</span>
    </h1>
    <p v-if="error" class="trouble" role="alert">{{ error.message }}</p>
    <p v-if="data && !mayManage" class="quiet">
      Who is marked “may change people” adds, stops and helps with passwords.
    </p>
    <p class="said" role="status">{{ said }}</p>
    <table v-if="data" class="grid-table" aria-label="People of the firm">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Signs in as</th>
          <th scope="col">May</th>
          <th scope="col">Last signed in</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in data.people" :key="one.username" :class="{ stopped: one.stopped }">
          <th scope="row">{{ one.name }}<span v-if="one.is_me" class="quiet"> (you)</span></th>
          <td>{{ one.username }}</td>
          <td>{{ one.stopped ? 'stopped' : one.may_manage ? 'work and change people' : 'work' }}</td>
          <td>{{ one.last_seen_at ? when(one.last_seen_at, HERE) : 'not signed in yet' }}</td>
          <td>
            <span v-if="mayManage" class="row">
              <n-button
                v-if="!one.stopped && !one.is_me"
                size="small"
                @click="renewed = { username: one.username, password: '' }"
                >New password</n-button
              >
              <n-button
                v-if="!one.stopped"
                size="small"
                @click="
                  change(
                    one,
                    { may_manage: !one.may_manage },
                    `${one.name} may ${one.may_manage ? 'no longer ' : ''}change people.`,
                  )
                "
                >{{
                  one.may_manage ? 'Take away the right to change people' : 'Give the right to change people'
                }}</n-button
              >
              <n-button
                v-if="one.stopped"
                size="small"
                @click="change(one, { stopped: false }, `${one.name} may sign in again.`)"
                >Let in again</n-button
              >
              <n-popconfirm
                v-else-if="!one.is_me"
                positive-text="Stop"
                negative-text="Leave"
                @positive-click="change(one, { stopped: true }, `${one.name} is stopped.`)"
                ><template #trigger><n-button size="small">Stop</n-button></template> {{ one.name }} is signed out
                everywhere at once. What they entered stays, with their name.</n-popconfirm
              >
            </span>
            <form v-if="renewed?.username === one.username" class="row" @submit.prevent="renew(one)">
              <label
                >New password for {{ one.name }}
                <n-input
                  v-model:value="renewed.password"
                  placeholder=""
                  type="password"
                  show-password-on="click"
                  :input-props="{ autocomplete: 'new-password', 'aria-label': `New password for ${one.name}` }"
              /></label>
              <n-button attr-type="submit" type="primary">Set it</n-button>
            </form>
            <span v-if="faultOf(one.username)" class="fault" role="alert">{{ faultOf(one.username) }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <section v-if="mayManage" aria-labelledby="add-person">
      <h2 id="add-person">Add somebody</h2>
      <form class="fields" @submit.prevent="add">
        <label
          >Name, as records say it
          <n-input
            v-model:value="fresh.name"
            placeholder=""
            :input-props="{ 'aria-label': 'Name', autocomplete: 'off' }"
        /></label>
        <label
          >Signs in as
          <n-input
            v-model:value="fresh.username"
            placeholder=""
            :input-props="{ 'aria-label': 'Signs in as', autocomplete: 'off' }"
          />
          <span v-if="faults['new.username']" class="fault" role="alert">{{ faults['new.username'] }}</span></label
        >
        <label
          >Password, ten characters or more
          <n-input
            v-model:value="fresh.password"
            placeholder=""
            type="password"
            show-password-on="click"
            :input-props="{ 'aria-label': 'Password', autocomplete: 'new-password' }"
          />
          <span v-if="faults['new.password']" class="fault" role="alert">{{ faults['new.password'] }}</span></label
        >
        <n-checkbox v-model:checked="fresh.may_manage" class="foot" size="large">May change people</n-checkbox>
        <n-button class="foot" type="primary" attr-type="submit" :disabled="!fresh.username || !fresh.password"
          >Add</n-button
        >
      </form>
    </section>
    <section aria-labelledby="own-password">
      <h2 id="own-password">Your own password</h2>
      <form class="fields" @submit.prevent="changeOwn">
        <label
          >The one that holds
          <n-input
            v-model:value="own.old"
            placeholder=""
            type="password"
            :input-props="{ 'aria-label': 'The password that holds', autocomplete: 'current-password' }"
          />
          <span v-if="faults['own.old']" class="fault" role="alert">{{ faults['own.old'] }}</span></label
        >
        <label
          >The new one
          <n-input
            v-model:value="own.new"
            placeholder=""
            type="password"
            show-password-on="click"
            :input-props="{ 'aria-label': 'The new password', autocomplete: 'new-password' }"
          />
          <span v-if="faults['own.password']" class="fault" role="alert">{{ faults['own.password'] }}</span></label
        >
        <n-button class="foot" attr-type="submit" :disabled="!own.new">Change it</n-button>
      </form>
      <p class="quiet small">
        Whoever holds the machine on which Rindle runs can set a forgotten one:
        <code>./rindle account password NAME</code>.
      </p>
    </section>
  </main>
</template>

<style scoped>
.people {
  padding: 24px;
  max-width: 1100px;
  display: grid;
  gap: 20px;
  align-content: start;
}
.note {
  font-size: 15px;
  font-weight: 400;
  margin-left: 8px;
}
section {
  display: grid;
  gap: 12px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.foot {
  align-self: end;
  justify-self: start;
}
.stopped th,
.stopped td {
  color: var(--quiet);
}
.said:empty {
  display: none;
}
@media (max-width: 900px) {
  thead {
    display: none;
  }
  tr {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: center;
    padding: 12px 0;
    border-top: 1px solid var(--rule);
  }
  tr > :last-child {
    flex-basis: 100%;
  }
  .row {
    flex-wrap: wrap;
  }
}
@media (max-width: 700px) {
  .people {
    padding: 16px;
  }
  .fields {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
