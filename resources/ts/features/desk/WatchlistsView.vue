<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import SparkLine from '@/design/SparkLine.vue'
import { change, inCell, number, percent, tone, unitHead } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import MetricField from '@/features/find/MetricField.vue'
import { useAddressed } from '@/shell/addressed'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'
import { useRouter } from 'vue-router'

/** Lists one watches: price and its way, figures of one's own choice, notes, levels; and conditions for all of a list. */
const session = useSession()
const subject = useSubject()
const router = useRouter()
const catalogue = useCatalogue()
const notices = useNotices()
void catalogue.ensure()
const { state: lists, reload: reloadLists } = useAnswer('lists', null, (_, signal) => ask(api.GET('/lists', { signal })))
const told = useAddressed<string>('list', '')
const chosen = computed(() => lists.value.data?.find((of) => String(of.id) === told.value) ?? lists.value.data?.[0] ?? null)
const { state, reload } = useAnswer(
  'watched list',
  () => ({ id: chosen.value?.id ?? null, asOf: session.asOf }),
  ({ id, asOf }, signal) =>
    id === null ? null : ask(api.GET('/lists/{id}/watch', { params: { path: { id }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const data = computed(() => state.value.data)
const added = ref('')
const name = ref('')
const metric = ref('')
async function attempt(work: () => Promise<unknown>): Promise<boolean> {
  try {
    await work()
    reload()
    return true
  } catch (error) {
    notices.fail(error)
    return false
  }
}
async function make(): Promise<void> {
  try {
    const list = await ask(api.POST('/lists', { body: { name: name.value, tickers: added.value.split(/[\s,;]+/).filter(Boolean) } }))
    name.value = added.value = ''
    reloadLists()
    told.value = String(list.id)
  } catch (error) {
    notices.fail(error)
  }
}
const add = async (): Promise<void> => {
  const id = chosen.value!.id
  for (const ticker of added.value.split(/[\s,;]+/).filter(Boolean)) {
    if (!(await attempt(() => ask(api.POST('/lists/{id}/items/{ticker}', { params: { path: { id, ticker } } }))))) return
  }
  added.value = ''
}
type Row = Schemas['WatchedRow']
async function take(row: Row): Promise<void> {
  const id = chosen.value!.id
  const path = { id, ticker: row.ticker }
  if (await attempt(() => ask(api.DELETE('/lists/{id}/items/{ticker}', { params: { path } }))))
    notices.say(
      `${row.name} is taken from the list.`,
      () => void attempt(() => ask(api.POST('/lists/{id}/items/{ticker}', { params: { path } }))),
    )
}
const note = (row: Row, text: string): Promise<boolean> =>
  attempt(() =>
    ask(
      api.PUT('/lists/{id}/items/{ticker}', {
        params: { path: { id: chosen.value!.id, ticker: row.ticker } },
        body: { note: text || null },
      }),
    ),
  )
const setColumns = (columns: string[]): Promise<boolean> =>
  attempt(() => ask(api.PUT('/lists/{id}', { params: { path: { id: chosen.value!.id } }, body: { columns } })))
watch(metric, (key) => {
  if (!key || !data.value) return
  void setColumns([...data.value.columns.map((of) => of.formula), key])
  metric.value = ''
})
function walk(): void {
  subject.walk(chosen.value)
  const first = chosen.value?.items[0]
  if (first) void router.push({ name: 'read', params: { ticker: first.ticker } })
}
const columns = computed((): SheetColumn<Row>[] => [
  { key: 'name', head: 'Company', by: (of) => of.name },
  { key: 'price', head: 'Price', of: (of) => (of.price === null ? '–' : number(of.price, 2)) },
  { key: 'day', head: 'Day, %', of: (of) => change(of.day_change), by: (of) => of.day_change, class: (of) => tone(of.day_change) },
  { key: 'spark', head: 'A year' },
  { key: 'year', head: '%', of: (of) => change(of.year_change), by: (of) => of.year_change, class: (of) => tone(of.year_change) },
  ...(data.value?.columns ?? []).map((column, i) => ({
    key: `own${i}`,
    head: [column.label, unitHead(column.unit)].filter(Boolean).join(', '),
    of: (of: Row) => (of.values[i] == null ? '–' : inCell(of.values[i]!, column.unit)),
    by: (of: Row) => of.values[i],
  })),
  {
    key: 'interest',
    head: 'Above your price, %',
    of: (of) => (of.distance === null ? '–' : `${of.distance <= 0 ? '▼ ' : ''}${percent(of.distance)}`),
    by: (of) => of.distance,
    class: (of) => ((of.distance ?? 1) <= 0 ? 'better' : ''),
  },
  {
    key: 'level',
    head: 'From a level, %',
    of: (of) => (of.level === null ? '–' : change(of.level.distance)),
    by: (of) => of.level?.distance,
  },
  { key: 'note', head: 'Note', class: 'left' },
  { key: 'steps', head: '' },
])
</script>

<template>
  <div>
    <LoadState :state="lists" @again="reloadLists" />
    <form v-if="lists.data && !lists.data.length" class="asked" @submit.prevent="make">
      <p class="quiet">No lists yet. Make one of tickers, or under Find of what survives a screen.</p>
      <v-text-field v-model="name" label="Name of the list" hide-details @keydown.stop />
      <v-text-field v-model="added" label="Tickers" hide-details @keydown.stop />
      <v-btn type="submit" size="small" variant="flat" :disabled="!name || !added">Make it</v-btn>
    </form>
    <template v-else-if="chosen">
      <div class="asked">
        <ChoiceField
          :model-value="chosen.id"
          name="List"
          :choices="(lists.data ?? []).map((of): [number, string] => [of.id, of.name])"
          @update:model-value="(id: number) => (told = String(id))"
        />
        <v-btn size="small" @click="walk">Walk through</v-btn>
        <v-btn size="small" :to="{ name: 'desk', params: { view: 'conditions' }, query: { list: chosen.id } }">Call for all of it</v-btn>
        <v-btn size="small" :to="{ name: 'data', params: { view: 'shared' } }">Share</v-btn>
        <form class="asked" @submit.prevent="add">
          <v-text-field v-model="added" label="Add tickers" hide-details class="add" @keydown.stop />
          <v-btn type="submit" size="small" :disabled="!added.trim()">Add</v-btn>
        </form>
        <span class="metric"><MetricField v-model="metric" label="Another column" /></span>
      </div>
      <p v-if="data?.columns.length" class="quiet">
        Columns:
        <span v-for="(column, i) in data.columns" :key="column.formula" class="column"
          >{{ column.label }}
          <v-btn
            size="x-small"
            :aria-label="`Take away the column ${column.label}`"
            @click="setColumns(data!.columns.filter((_, at) => at !== i).map((of) => of.formula))"
            >✕</v-btn
          ></span
        >
      </p>
      <LoadState :state="state" @again="reload" />
      <SheetTable v-if="data" label="Watched companies" :columns="columns" :rows="data.rows" :row-key="(of) => of.ticker">
        <template #cell-name="{ row }">
          <router-link :to="{ name: 'read', params: { ticker: row.ticker } }">{{ row.name }}</router-link>
          <span class="quiet">
            {{ row.ticker }}<template v-if="row.mark"> · {{ row.mark }}</template></span
          >
        </template>
        <template #cell-spark="{ row }"
          ><SparkLine v-if="row.spark.length > 1" :values="row.spark" :label="`Price of ${row.name} over a year`"
        /></template>
        <template #cell-note="{ row }">
          <CommitInput
            class="note"
            :model-value="row.note ?? ''"
            :aria-label="`Note on ${row.name}`"
            placeholder="–"
            @update:model-value="(text: string) => note(row, text)"
          />
        </template>
        <template #head-steps><span class="visually-hidden">Steps</span></template>
        <template #cell-steps="{ row }">
          <span v-if="row.conditions" class="quiet" :title="`${row.conditions} conditions`">● {{ row.conditions }}</span>
          <v-btn size="x-small" :aria-label="`Take away ${row.name} from the list`" @click="take(row)">Take away</v-btn>
        </template>
      </SheetTable>
    </template>
  </div>
</template>

<style scoped>
.asked {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: calc(var(--space) * 3);
}
.add {
  width: 150px;
}
.metric {
  width: 220px;
}
.column {
  margin-right: calc(var(--space) * 3);
}
.note {
  width: 110px;
}
</style>
