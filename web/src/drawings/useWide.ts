import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

/**
 * How wide the place of the drawing with `ref="drawn"` is, so that its words keep their size on a telephone. `wide` is for drawings that are made
 * at the width of their place, `unit` (drawing units a pixel, 1 at the least) for those of one width that are scaled.
 * Until the place is known both are as for `most`.
 */
export function useWide(most: number, least = 280) {
  const { width } = useElementSize(useTemplateRef<SVGSVGElement>('drawn'))
  const wide = computed(() => (width.value ? Math.min(most, Math.max(least, width.value)) : most))
  const unit = computed(() => (width.value ? Math.max(1, most / width.value) : 1))
  return { wide, unit }
}
