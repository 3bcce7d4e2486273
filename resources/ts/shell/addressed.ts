import { computed, nextTick, onScopeDispose, ref, watch, type Ref, type WritableComputedRef } from 'vue'
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

/**
 * The same for choices of several parts: null until something is chosen, and where the address tells nothing that has the parts of one
 * like it.
 */
export function useAddressedChoices<T extends object>(name: string, like: T): WritableComputedRef<T | null> {
  const told = useAddressed<string>(name, '')
  return computed({
    get: () => choicesFrom(told.value, like),
    set: (to) => (told.value = to === null ? '' : JSON.stringify(to)),
  })
}

export function choicesFrom<T extends object>(text: string, like: T): T | null {
  try {
    const read = JSON.parse(text) as T
    const kind = (of: unknown): string => (Array.isArray(of) ? 'array' : typeof of)
    const fits = Object.entries(like).every(
      ([key, of]) => of === null || (read[key as keyof T] !== null && kind(read[key as keyof T]) === kind(of)),
    )
    return fits ? read : null
  } catch {
    return null
  }
}
