import { nextTick, type Ref, watch } from 'vue'
import type { View } from '@/lib/stripView'

/** Words of a drawing that a view of it would cut in two are left out of the view: half a word says nothing. */
export function useWholeWords(
  made: Readonly<Ref<SVGGElement | null>>,
  inner: Readonly<Ref<string>>,
  shown: Readonly<Ref<View>>,
) {
  watch(
    [made, inner, shown],
    async () => {
      await nextTick()
      const { x, width } = shown.value
      for (const word of made.value?.querySelectorAll('text') ?? []) {
        const box = word.getBBox?.()
        const cut = (edge: number) => box && box.x < edge && edge < box.x + box.width
        word.style.visibility = cut(x) || cut(x + width) ? 'hidden' : ''
      }
    },
    { immediate: true, flush: 'post' },
  )
}
