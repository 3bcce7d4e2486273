<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import CommitInput from '@/design/CommitInput.vue'
import { readNumber, threshold } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import type { Universe } from './screen'

/** What a screen starts from: words, sizes, and sets of lists. */
defineProps<{ size: number | null }>()
const universe = defineModel<Universe>({ required: true })
const catalogue = useCatalogue()

const { state: lists } = useAnswer(
  'lists',
  () => 0,
  () => Promise.all([ask(api.GET('/lists')), ask(api.GET('/screens'))]),
)
const options = (of: Record<string, string> | undefined) => Object.entries(of ?? {}).map(([value, title]) => ({ value, title }))
const industries = computed(() =>
  (catalogue.data?.sections ?? []).flatMap((section) => [
    ...(section.sectors.length > 1 ? [{ value: section.key, title: `${section.label}: all` }] : []),
    ...section.sectors.map((key) => ({ value: key, title: catalogue.data?.sectors[key] ?? key })),
  ]),
)
const narrowings = computed(() => [
  { key: 'kinds', label: 'Kinds of security (shares, unless named)', items: options({ share: 'Shares', fund: 'Funds' }) },
  { key: 'sectors', label: 'Industries', items: industries.value },
  { key: 'countries', label: 'Countries', items: options(catalogue.data?.countries) },
  { key: 'exchanges', label: 'Exchanges', items: options(catalogue.data?.exchanges) },
  {
    key: 'templates',
    label: 'Kinds of business',
    items: options({ industrial: 'Industrial', bank: 'Banks', insurer: 'Insurers', property: 'Property' }),
  },
])
function set(key: string, value: unknown): void {
  const rest = Object.fromEntries(Object.entries(universe.value).filter(([name]) => name !== key))
  universe.value = value === null || (Array.isArray(value) && !value.length) ? rest : { ...rest, [key]: value }
}
const ranges = [
  { key: 'market_cap', label: 'Market value' },
  { key: 'traded_value', label: 'Median traded value a day' },
]
const refused = ref('')
const end = (key: string, which: 'least' | 'most'): string => {
  const value = (universe.value[key] as Record<string, number> | undefined)?.[which]
  return value === undefined ? '' : threshold(value, 'money')
}
function range(key: string, which: 'least' | 'most', text: string): void {
  const ends = { ...(universe.value[key] as Record<string, number> | undefined) }
  const read = text.trim() === '' ? undefined : readNumber(text)
  refused.value = read === null ? `${key}-${which}` : ''
  if (read === null) return
  if (read === undefined) delete ends[which]
  else ends[which] = read
  set(key, Object.keys(ends).length ? ends : null)
}

/** A chain of lists, read from the first on: with the companies of, only those also in, without those of. */
type Leaf = Record<string, unknown>
interface Link {
  operation: 'either' | 'both' | 'without'
  leaf: Leaf
}
const joins = [
  { value: 'either', title: 'and those of' },
  { value: 'both', title: 'only those also in' },
  { value: 'without', title: 'without those of' },
]
function unfold(tree: Leaf | undefined): Link[] {
  if (!tree) return []
  const key = Object.keys(tree)[0]!
  if (!['either', 'both', 'without'].includes(key)) return [{ operation: 'either', leaf: tree }]
  const parts = tree[key] as Leaf[]
  return [...unfold(parts[0]), ...parts.slice(1).map((leaf) => ({ operation: key as Link['operation'], leaf }))]
}
const chain = computed(() => unfold(universe.value.lists as Leaf | undefined))
function fold(links: Link[]): void {
  set('lists', links.length ? links.slice(1).reduce<Leaf>((tree, link) => ({ [link.operation]: [tree, link.leaf] }), links[0]!.leaf) : null)
}
const sources = computed(() => [
  ...options(catalogue.data?.indices).map((index) => ({ value: JSON.stringify({ index: index.value }), title: `Index: ${index.title}` })),
  { value: '{"watchlist":true}', title: 'Decided to watch' },
  { value: '{"portfolio":true}', title: 'Decided to buy' },
  ...(lists.value.data?.[0] ?? []).map((list) => ({ value: JSON.stringify({ list: list.id }), title: `List: ${list.name}` })),
  ...(lists.value.data?.[1] ?? []).map((screen) => ({
    value: JSON.stringify({ screen: screen.id }),
    title: `Survivors of: ${screen.name}`,
  })),
])
const relink = (i: number, part: Partial<Link>) => fold(chain.value.map((link, index) => (index === i ? { ...link, ...part } : link)))
</script>

<template>
  <details class="my-2">
    <summary>Universe: {{ size ?? '…' }} companies</summary>
    <v-select
      v-for="entry in narrowings"
      :key="entry.key"
      :model-value="(universe[entry.key] as string[]) ?? []"
      :items="entry.items"
      :label="entry.label"
      multiple
      chips
      closable-chips
      class="mt-2"
      @update:model-value="(values: string[]) => set(entry.key, values)"
    />
    <div v-for="entry in ranges" :key="entry.key" class="range">
      <span>{{ entry.label }}</span>
      <label
        >from
        <CommitInput
          :class="{ refused: refused === `${entry.key}-least` }"
          :model-value="end(entry.key, 'least')"
          :aria-label="`${entry.label}, from`"
          placeholder="any"
          @update:model-value="(text: string) => range(entry.key, 'least', text)"
      /></label>
      <label
        >to
        <CommitInput
          :class="{ refused: refused === `${entry.key}-most` }"
          :model-value="end(entry.key, 'most')"
          :aria-label="`${entry.label}, to`"
          placeholder="any"
          @update:model-value="(text: string) => range(entry.key, 'most', text)"
      /></label>
    </div>
    <p v-if="refused" class="worse" role="alert">Write a number such as 300m or 2.5bn.</p>
    <h3 class="mt-3">Lists</h3>
    <p v-if="!chain.length" class="quiet">All companies, unless a list is chosen.</p>
    <div v-for="(link, i) in chain" :key="i" class="link">
      <v-select
        v-if="i > 0"
        :model-value="link.operation"
        :items="joins"
        aria-label="How the lists are joined"
        @update:model-value="(operation: Link['operation']) => relink(i, { operation })"
      />
      <v-autocomplete
        :model-value="JSON.stringify(link.leaf)"
        :items="sources"
        aria-label="List"
        @update:model-value="(text: string | null) => text && relink(i, { leaf: JSON.parse(text) })"
      />
      <v-btn :icon="mdiClose" size="x-small" aria-label="Take the list out" @click="fold(chain.filter((_, index) => index !== i))" />
    </div>
    <v-btn size="x-small" @click="fold([...chain, { operation: 'either', leaf: { index: Object.keys(catalogue.data?.indices ?? {})[0] } }])"
      >Add a list</v-btn
    >
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
.range,
.link {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 2);
  margin-top: calc(var(--space) * 1.5);
  font-size: var(--type-text);
}
.range span {
  flex: 1;
}
.range input {
  width: 4.6em;
}
.link :deep(.v-select),
.link :deep(.v-autocomplete) {
  min-width: 0;
}
</style>
