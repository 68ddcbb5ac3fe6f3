<script setup lang="ts">
/** Name and password, or the way into the demo. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import { ApiError } from '@/api/client'
import { useSession } from '@/stores/session'

const { waiting = 0 } = defineProps<{
  /** Entries that go out once somebody is signed in. */
  waiting?: number
}>()
const emit = defineEmits<{ entered: [] }>()
const session = useSession()
const username = ref(session.person?.username ?? '')
const password = ref('')
const fault = ref('')
const busy = ref(false)
/** Who typed what waits, where somebody else is about to sign in. */
const typedBy = computed(() => {
  const was = session.person
  const other = username.value.trim() !== '' && username.value.trim() !== was?.username
  return waiting > 0 && was && other ? was.name : ''
})

async function enter(how: () => Promise<void>): Promise<void> {
  busy.value = true
  fault.value = ''
  try {
    await how()
    emit('entered')
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    fault.value = error.message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <template v-if="session.health?.demo">
    <n-button type="primary" size="large" block :loading="busy" @click="enter(session.enterDemo)"
      >Enter the demo</n-button
    >
    <slot name="demo" />
  </template>
  <form v-else class="stack" @submit.prevent="enter(() => session.signIn(username, password))">
    <label>Name<n-input v-model:value="username" :input-props="{ autocomplete: 'username' }" placeholder="" /></label>
    <label
      >Password<n-input
        v-model:value="password"
        type="password"
        :input-props="{ autocomplete: 'current-password' }"
        placeholder=""
    /></label>
    <p v-if="typedBy" class="caution" role="status">
      What waits was entered by {{ typedBy }}. It goes out under your name, and the record says that you entered it.
    </p>
    <n-button type="primary" size="large" attr-type="submit" block :loading="busy">{{
      typedBy ? 'Sign in and send it under my name' : 'Sign in'
    }}</n-button>
  </form>
  <p v-if="fault" class="trouble" role="alert">{{ fault }}</p>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
</style>
