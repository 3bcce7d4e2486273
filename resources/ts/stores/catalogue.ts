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
  async function refresh(): Promise<void> {
    data.value = await load()
  }
  const label = (key: string): string => byKey.value.get(key)?.label ?? words(key)
  const unit = (key: string): string => byKey.value.get(key)?.unit ?? 'ratio'
  const lineLabels = computed(
    () => new Map([...(data.value?.lines ?? []), ...(data.value?.market_names ?? [])].map((line) => [line.key, line.label])),
  )
  /** A formula with the names of the field in place of its keys; single words are words already. */
  const words = (formula: string): string =>
    formula.replace(/[a-z]+_[a-z0-9_]*(?!\w*\()/g, (name) =>
      (byKey.value.get(name)?.label ?? lineLabels.value.get(name) ?? name).replace(/^[A-Z](?=[a-z])/, (letter) => letter.toLowerCase()),
    )
  return { data, byKey, ensure, refresh, label, unit, words }
})
