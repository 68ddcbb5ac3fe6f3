<script setup lang="ts">
/** A button that opens a calendar beside a day that can also be typed. */
import { IconCalendar } from '@tabler/icons-vue'
import { NButton, NPopover } from 'naive-ui'
import { computed, defineAsyncComponent, ref } from 'vue'

const props = defineProps<{ label: string; day: string }>()
const emit = defineEmits<{ day: [day: string] }>()
const DayPanel = defineAsyncComponent(() => import('@/fields/DayPanel.vue'))
const open = ref(false)
const shown = computed(() => (/^\d{4}-\d{2}-\d{2}$/.test(props.day) ? props.day : null))
function pick(day: string): void {
  open.value = false
  emit('day', day)
}
</script>

<template>
  <n-popover v-model:show="open" trigger="click" placement="bottom-end" raw>
    <template #trigger
      ><n-button quaternary size="small" :aria-label="`Calendar for ${label}`"
        ><template #icon><icon-calendar /></template></n-button
    ></template>
    <day-panel :day="shown" @day="pick" />
  </n-popover>
</template>
