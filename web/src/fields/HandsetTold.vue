<script setup lang="ts">
/** Why a device tells nothing of how it is held, and what to do then. */
import { maySense } from '@/lib/handset'

defineProps<{ state: 'off' | 'waiting' | 'live' | 'silent' | 'refused' }>()
</script>

<template>
  <p v-if="!maySense()" class="quiet small">
    A browser tells how it is held only to a page of this machine or over TLS (serve --tls). Figures read with
    instruments do as well: type them.
  </p>
  <p v-else-if="state === 'waiting'" class="quiet" role="status">Waits for the device to tell how it is held …</p>
  <p v-else-if="state === 'silent'" class="trouble" role="alert">
    This device tells nothing of how it is held; a laptop has no sensor for it. Open this leaf on a telephone (at the
    head: On a telephone), or type what instruments show.
  </p>
  <p v-else-if="state === 'refused'" class="trouble" role="alert">
    The browser was not allowed to tell how the device is held. Allow motion and orientation for this page, and press
    again.
  </p>
</template>
