<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { useAddressed, useAddressedChoices } from '@/shell/addressed'
import { useSession } from '@/stores/session'
import { close, figure } from './peers'

/** Companies one could compare with, the closest first; each part of closeness is seen, and weighs what the reader says. */
const props = defineProps<{ ticker: string }>()
defineEmits<{ add: [peer: { ticker: string; name: string }] }>()
const session = useSession()
type Source = 'figures' | 'industry' | 'index' | 'list' | 'analyst' | 'named'
const SOURCES: [Source, string][] = [
  ['figures', 'With like figures'],
  ['industry', 'Same industry and exchange'],
  ['index', 'Members of an index'],
  ['list', 'Of a list of mine'],
  ['analyst', 'As another account chose'],
  ['named', 'Typed names'],
]
const source = useAddressed<Source>('from', 'figures')
/** Which index, list, account, or names; each source remembers its own. */
const of = useAddressed<string>('of', '')
const remembered: Record<string, string> = {}
watch(source, (to, before) => {
  remembered[before] = of.value
  of.value = remembered[to] ?? ''
})
const own = useAddressedChoices<Record<string, number>>('weights', {})
const weights = computed(() =>
  Object.fromEntries(Object.entries(own.value ?? {}).filter(([, weight]) => typeof weight === 'number' && weight >= 0 && weight <= 10)),
)
const typed = ref(of.value)
const { state, reload } = useAnswer(
  'peer proposals',
  () => ({
    ticker: props.ticker,
    query: { ...(session.asOf ? { as_of: session.asOf } : {}), source: source.value, of: of.value, weights: weights.value },
  }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/peer-proposals', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
const more = computed<[string, string][]>(() => {
  const known = source.value === 'index' || source.value === 'list' || source.value === 'analyst' ? data.value?.sources[source.value] : []
  return [['', 'Choose one'], ...(known ?? []).map((one): [string, string] => [one.key, one.name])]
})
type Proposal = Schemas['PeerProposals']['proposals'][number]
const columns = computed<SheetColumn<Proposal>[]>(() => [
  { key: 'name', head: 'Company' },
  { key: 'closeness', head: 'Closeness of 100', of: (one) => close(one.closeness), by: (one) => one.closeness },
  ...(data.value?.weights ?? []).map((aspect, i): SheetColumn<Proposal> => ({
    key: aspect.key,
    head: aspect.label,
    by: (one) => one.parts[i]!.closeness,
  })),
  { key: 'add', head: '' },
])
function weigh(key: string, text: string): void {
  const number = Number(text.replace(',', '.'))
  if (Number.isFinite(number) && number >= 0 && number <= 10) own.value = { ...weights.value, [key]: number }
}
</script>

<template>
  <section>
    <h2>Whom one could compare with</h2>
    <div class="choices">
      <ChoiceField v-model="source" name="Where proposals come from" :choices="SOURCES" />
      <ChoiceField
        v-if="['index', 'list', 'analyst'].includes(source)"
        v-model="of"
        :name="`Which ${source === 'analyst' ? 'account' : source}`"
        :choices="more"
      />
      <form v-else-if="source === 'named'" class="names" @submit.prevent="of = typed">
        <input v-model="typed" class="assumption" aria-label="Tickers, with commas between them" placeholder="ORTN, GRME" @keydown.stop />
        <v-btn size="small" type="submit">Look</v-btn>
      </form>
    </div>
    <div v-if="data" class="weights">
      <span class="quiet">Weights</span>
      <label v-for="aspect in data.weights" :key="aspect.key">
        {{ aspect.label }}<template v-if="aspect.own !== null">, own {{ figure(aspect.own, aspect.unit) }}</template>
        <input
          class="assumption"
          type="number"
          min="0"
          max="10"
          step="0.5"
          :value="weights[aspect.key] ?? aspect.weight"
          :aria-label="`Weight of ${aspect.label}`"
          @keydown.stop
          @change="weigh(aspect.key, ($event.target as HTMLInputElement).value)"
        />
      </label>
    </div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <p v-if="!data.proposals.length" class="quiet">
        Nobody is found here whose figures could be told beside these{{ data.not_found ? ', and some of them are not traded' : '' }}.
      </p>
      <SheetTable v-else label="Proposals" :columns="columns" :rows="data.proposals" :row-key="(one) => one.ticker" many>
        <template #cell-name="{ row }"
          >{{ row.name }} <span class="quiet">{{ row.ticker }}, {{ row.industry }}</span></template
        >
        <template #cell="{ row, column }">
          <template v-if="column > 0 && column <= data.weights.length">
            <template v-if="row.parts[column - 1]!.value !== null">{{
              figure(row.parts[column - 1]!.value, data.weights[column - 1]!.unit)
            }}</template>
            <span class="part">{{ close(row.parts[column - 1]!.closeness) }}</span>
          </template>
        </template>
        <template #cell-closeness="{ row }"
          ><span class="bar" :style="{ '--part': row.closeness }" aria-hidden="true" />{{ close(row.closeness) }}</template
        >
        <template #cell-add="{ row }">
          <span v-if="row.member" class="quiet">chosen</span>
          <v-btn v-else size="x-small" :aria-label="`Add ${row.name}`" @click="$emit('add', row)">Add</v-btn>
        </template>
      </SheetTable>
      <p class="quiet">
        The small number is how close each part is, from 0 to 100: margins and growth are as far apart as can be at twenty points, sizes at
        ten to one, debt at three years of EBITDA.
      </p>
    </template>
  </section>
</template>

<style scoped>
.weights {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space) calc(var(--space) * 3);
  margin-bottom: calc(var(--space) * 2);
  font-size: var(--type-small);
}
.weights .assumption {
  width: 3.2em;
}
.part {
  display: inline-block;
  min-width: 2em;
  color: rgb(var(--v-theme-quiet));
  font-size: var(--type-small);
}
.names {
  display: inline-flex;
  gap: calc(var(--space) * 2);
}
.bar {
  display: inline-block;
  width: 60px;
  height: 8px;
  margin-right: calc(var(--space) * 2);
  background: linear-gradient(
    90deg,
    rgb(var(--v-theme-primary)) calc(100% * var(--part)),
    rgb(var(--v-theme-rule)) calc(100% * var(--part))
  );
}
</style>
