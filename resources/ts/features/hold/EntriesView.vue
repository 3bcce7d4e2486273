<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import PageSteps from '@/design/PageSteps.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'
import EntryForm from './EntryForm.vue'
import { TYPES } from './entry'

/** The transactions of a portfolio, entered by hand or from files. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const emit = defineEmits<{ changed: [] }>()
const notices = useNotices()
const PAGE = 200
const page = ref(1)
const editing = ref<Schemas['Entry'] | 'new' | null>(props.holding.entries ? null : 'new')
const formKey = ref(0)
const { state, reload } = useAnswer(
  'portfolio entries',
  () => ({ id: props.holding.id, page: page.value, revision: props.holding.revision }),
  ({ id, page }, signal) =>
    ask(api.GET('/portfolios/{id}/entries', { params: { path: { id }, query: { offset: PAGE * (page - 1), limit: PAGE } }, signal })),
)
type Entry = Schemas['Entry']
const pages = computed(() => Math.ceil((state.value.data?.total ?? 0) / PAGE))
function changed(): void {
  emit('changed')
  reload()
}
async function save(body: Schemas['EntryBody']): Promise<void> {
  try {
    const old = editing.value === 'new' ? null : editing.value
    const saved = await (old
      ? ask(api.PUT('/portfolio-entries/{id}', { params: { path: { id: old.id } }, body }))
      : ask(api.POST('/portfolios/{id}/entries', { params: { path: { id: props.holding.id } }, body })))
    if (old) editing.value = null
    else formKey.value++
    changed()
    notices.say([old ? 'Changed.' : 'Entered.', saved.doubt].filter(Boolean).join(' '), old ? undefined : () => takeBack(saved, false))
  } catch (error) {
    notices.fail(error)
  }
}
async function takeBack(entry: Entry, says = true): Promise<void> {
  try {
    await ask(api.DELETE('/portfolio-entries/{id}', { params: { path: { id: entry.id } } }))
    changed()
    if (says) {
      notices.say('Taken back.', async () => {
        await ask(api.POST('/portfolio-entries/{id}/restore', { params: { path: { id: entry.id } } }))
        changed()
      })
    }
  } catch (error) {
    notices.fail(error)
  }
}
const columns: SheetColumn<Entry>[] = [
  { key: 'day', head: 'Day', of: (of) => of.day, by: (of) => of.day },
  { key: 'type', head: 'Kind', of: (of) => TYPES[of.type]?.word ?? of.type, by: (of) => of.type, class: 'left' },
  { key: 'security', head: 'Security', by: (of) => of.name, class: 'left' },
  { key: 'quantity', head: 'Quantity', of: (of) => of.quantity ?? (of.ratio === null ? '' : `${of.ratio} for 1`) },
  { key: 'price', head: 'Price', of: (of) => of.price ?? '' },
  { key: 'amount', head: 'Amount', of: (of) => of.amount ?? (of.cost === null ? '' : `cost ${of.cost}`) },
  { key: 'fee', head: 'Fee', of: (of) => of.fee ?? '' },
  { key: 'tax', head: 'Tax', of: (of) => of.tax ?? '' },
  {
    key: 'currency',
    head: 'in',
    of: (of) => (of.to_currency ? `${of.currency} for ${of.to_amount} ${of.to_currency}` : of.currency),
    class: 'left',
  },
  { key: 'note', head: 'Note', of: (of) => of.note ?? '', class: 'left note' },
  { key: 'steps', head: '' },
]
</script>

<template>
  <div>
    <EntryForm
      v-if="editing"
      :key="`${editing === 'new' ? 'new' : editing.id}-${formKey}`"
      :holding="holding"
      :entry="editing === 'new' ? null : editing"
      :title="editing === 'new' ? 'Enter a transaction' : 'Change a transaction'"
      :verb="editing === 'new' ? 'Enter' : 'Change'"
      @save="save"
      @cancel="editing = null"
    />
    <div v-else class="steps">
      <v-btn size="small" variant="flat" @click="editing = 'new'">Enter a transaction</v-btn>
      <v-btn v-if="holding.entries" size="small" :href="`/api/v1/portfolios/${holding.id}/entries.csv`" download>CSV</v-btn>
    </div>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.total" class="quiet">No transactions yet.</p>
    <SheetTable v-else-if="state.data" label="Transactions" :columns="columns" :rows="state.data.entries" :row-key="(of) => of.id">
      <template #cell-security="{ row }"
        >{{ row.name ?? '' }} <span class="quiet">{{ row.security }}</span><template v-if="row.new_security">
          into {{ row.new_security }}</template
        ></template
      >
      <template #head-steps><span class="visually-hidden">Steps</span></template>
      <template #cell-steps="{ row }">
        <v-btn size="x-small" :aria-label="`Change: ${row.type}, ${row.day}`" @click="editing = row">Change</v-btn>
        <v-btn size="x-small" :aria-label="`Take back: ${row.type}, ${row.day}`" @click="takeBack(row)">Take back</v-btn>
      </template>
    </SheetTable>
    <PageSteps v-model="page" :pages="pages" label="Pages of transactions" />
  </div>
</template>

<style scoped>
.steps {
  display: flex;
  gap: calc(var(--space) * 2);
  margin-bottom: calc(var(--space) * 3);
}
:deep(.note) {
  max-width: 220px;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
