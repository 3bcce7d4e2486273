import { nextTick, onScopeDispose, ref, watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/** What is to be written into the address together, as several choices may change at once. */
const waiting = new Map<string, string | undefined>()

/**
 * A choice that stands in the address of the page, so that a link restores it; what one starts with is left out. It is kept while another
 * company takes the place of this one.
 */
export function useAddressed<T extends string>(name: string, start: T): Ref<T> {
  const route = useRoute()
  const router = useRouter()
  const told = route.query[name]
  const value = ref(typeof told === 'string' ? told : start) as Ref<T>
  let here = true
  onScopeDispose(() => (here = false))
  watch([value, () => route.path], async () => {
    const wanted = value.value === start ? undefined : value.value
    if (route.query[name] === wanted) return
    waiting.set(name, wanted)
    await nextTick()
    // One of several that changed writes for all; of a view that was left nobody writes.
    if (!waiting.size || !here) {
      waiting.delete(name)
      return
    }
    const query = { ...route.query, ...Object.fromEntries(waiting) }
    waiting.clear()
    await router.replace({ query })
  })

  return value
}
