<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, paperAddress, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import { useSession } from '@/stores/session'
import { KINDS, opens } from './happenings'

/** What happened to the company, the latest first; kinds can be left out. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const kinds = ref<string[]>(KINDS.map((kind) => kind.key))
const { state, reload } = useAnswer(
  'timeline',
  () => ({ ticker: props.ticker, asOf: session.asOf, kinds: kinds.value.join(',') }),
  ({ ticker, asOf, kinds }, signal) =>
    kinds === ''
      ? Promise.resolve({ items: [] })
      : ask(
          api.GET('/companies/{ticker}/timeline', {
            params: { path: { ticker }, query: { kinds, ...(asOf ? { as_of: asOf } : {}) } },
            signal,
          }),
        ),
)
type Item = Schemas['TimelineItem']
const word = (kind: string): string => KINDS.find((of) => of.key === kind)?.word ?? kind
const clock = (minute: number | null): string =>
  minute === null ? '' : `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`
/** By year, so that one sees where one is. */
const years = computed(() => {
  const by = new Map<string, Item[]>()
  for (const item of state.value.data?.items ?? []) by.set(item.day.slice(0, 4), [...(by.get(item.day.slice(0, 4)) ?? []), item])
  return [...by]
})
</script>

<template>
  <div>
    <v-btn-toggle role="group" v-model="kinds" multiple aria-label="Kinds">
      <v-btn v-for="kind in KINDS" :key="kind.key" :value="kind.key" size="small" :aria-pressed="kinds.includes(kind.key)">{{
        kind.word
      }}</v-btn>
    </v-btn-toggle>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="!state.data.items.length" class="quiet mt-4">Nothing of these kinds is known by this day.</p>
      <section v-for="[year, items] in years" :key="year" class="mt-5">
        <h2>{{ year }}</h2>
        <ol>
          <li v-for="(item, i) in items" :key="i">
            <span class="when"
              >{{ item.day }} <span class="quiet">{{ clock(item.minute) }}</span></span
            >
            <span class="quiet kind">{{ word(item.kind) }}</span>
            <span
              ><a v-if="item.paper !== null" :href="paperAddress(item.paper)" target="_blank" rel="noopener">{{ item.title }}</a
              ><router-link v-else-if="opens(item.kind, ticker, item.day)" :to="opens(item.kind, ticker, item.day)!">{{
                item.title
              }}</router-link
              ><strong v-else>{{ item.title }}</strong
              ><span v-if="item.text" class="text">{{ item.text }}</span></span
            >
          </li>
        </ol>
      </section>
    </template>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  max-width: 1100px;
}
li {
  display: grid;
  grid-template-columns: 130px 120px 1fr;
  padding: calc(var(--space) * 1.25) 0;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
li a {
  text-decoration: underline;
}
.text {
  margin-left: calc(var(--space) * 2);
}
</style>
