<script setup lang="ts">
/** The keys that lead through Rindle. */
import { NModal } from 'naive-ui'
import { SHORTCUTS } from '@/lib/useShortcuts'

const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <n-modal show preset="card" title="Shortcuts" style="max-width: 440px" @update:show="emit('close')">
    <table class="grid-table">
      <tbody>
        <tr v-for="[keys, what] in SHORTCUTS" :key="keys">
          <th scope="row">
            <kbd>{{ keys }}</kbd>
          </th>
          <td>{{ what }}</td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">But for Ctrl+Enter and Esc they never fire while you are typing.</p>
  </n-modal>
</template>
