import type { ComputedRef, InjectionKey } from 'vue'

/** What stands under a chart that is taken along: whose figures these are, and of which day. */
export const FOOTER: InjectionKey<ComputedRef<string>> = Symbol('footer of charts')
