<script setup lang="ts">
/** The session has ended while the page is open: what is typed waits behind this until somebody signs in again. */
import { NModal } from 'naive-ui'
import { askAnew } from '@/api/cache'
import SignInForm from '@/places/SignInForm.vue'
import { useJob } from '@/stores/job'

const job = useJob()
</script>

<template>
  <n-modal
    show
    preset="card"
    title="Sign in again"
    style="max-width: 420px"
    :closable="false"
    :mask-closable="false"
    :close-on-esc="false"
  >
    <div class="stack">
      <p>
        You are no longer signed in here.
        {{
          job.unsent
            ? job.unsent === 1
              ? 'One entry is not sent yet and goes out by itself once you are.'
              : `${job.unsent} entries are not sent yet and go out by themselves once you are.`
            : 'The page stays as it is.'
        }}
      </p>
      <sign-in-form :waiting="job.unsent" @entered="askAnew()" />
    </div>
  </n-modal>
</template>
