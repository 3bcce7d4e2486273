import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { api, ask, type Metric } from '@/api/client'

type Catalogue = Awaited<ReturnType<typeof load>>

const load = () => ask(api.GET('/catalogue'))

/** Metrics, lines and functions a formula may name. */
export const useCatalogue = defineStore('catalogue', () => {
  const data = shallowRef<Catalogue | null>(null)
  const byKey = computed(() => new Map<string, Metric>((data.value?.metrics ?? []).map((metric) => [metric.key, metric])))
  async function ensure(): Promise<void> {
    data.value ??= await load()
  }
  const label = (key: string): string => byKey.value.get(key)?.label ?? key
  const unit = (key: string): string => byKey.value.get(key)?.unit ?? 'ratio'
  return { data, byKey, ensure, label, unit }
})
