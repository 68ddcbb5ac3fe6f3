<script setup lang="ts">
/** This leaf on another device: a code that its camera reads off the screen. */
import { IconQrcode } from '@tabler/icons-vue'
import { NButton, NPopover } from 'naive-ui'
import { ref } from 'vue'
import { useRoute } from 'vue-router'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import { useJob } from '@/stores/job'

const store = useJob()
const route = useRoute()
const told = ref<Schemas['Elsewhere'] | null>(null)
const trouble = ref('')
async function ask(shown: boolean): Promise<void> {
  if (!shown) return
  told.value = null
  trouble.value = ''
  const leaf = route.path.split('/').slice(3).join('/')
  try {
    told.value = await unwrap(
      client.GET('/api/jobs/{number}/elsewhere', { params: { path: { number: store.number }, query: { leaf } } }),
    )
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
</script>

<template>
  <n-popover trigger="click" placement="bottom-end" :style="{ maxWidth: '340px' }" @update:show="ask">
    <template #trigger
      ><n-button text class="other"
        ><template #icon><icon-qrcode /></template>On a telephone</n-button
      ></template
    >
    <div class="told">
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <template v-else-if="told">
        <p v-if="told.why_not">{{ told.why_not }}</p>
        <template v-else>
          <!-- eslint-disable-next-line vue/no-v-html -- our own server draws it -->
          <div class="code" role="img" :aria-label="`Code for ${told.address}`" v-html="told.code_svg" />
          <p>Hold the telephone’s camera over it, in the same network: it opens this leaf. Sign in there once.</p>
          <p class="quiet small">{{ told.address }}</p>
        </template>
      </template>
      <p v-else class="quiet">…</p>
    </div>
  </n-popover>
</template>

<style scoped>
.told p {
  margin: 0 0 0.5rem;
  overflow-wrap: anywhere;
}
.code {
  width: 220px;
  margin: 0 auto 0.5rem;
}
.code :deep(svg) {
  display: block;
  width: 100%;
  height: auto;
}
@media (max-width: 820px) {
  .other {
    display: none;
  }
}
</style>
