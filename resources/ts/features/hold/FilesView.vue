<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import DropZone from '@/design/DropZone.vue'
import SheetTable from '@/design/SheetTable.vue'
import { counted } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'
import { TYPES } from './entry'

/** Files of transactions: shown before anything is entered, taken in, undone. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const emit = defineEmits<{ changed: [] }>()
const notices = useNotices()
const preview = ref<Schemas['PortfolioFilePreview'] | null>(null)
const without = ref<Set<number>>(new Set())
const again = ref<Set<number>>(new Set())
const meant = ref<Record<string, string>>({})
const busy = ref(false)
const { state, reload } = useAnswer(
  'portfolio files',
  () => ({ id: props.holding.id, revision: props.holding.revision }),
  ({ id }, signal) => ask(api.GET('/portfolios/{id}/files', { params: { path: { id } }, signal })),
)
async function attempt(work: () => Promise<void>): Promise<void> {
  busy.value = true
  try {
    await work()
  } catch (error) {
    notices.fail(error)
  } finally {
    busy.value = false
  }
}
const open = (of: Schemas['PortfolioFilePreview']): void => {
  preview.value = of
  without.value = new Set()
  again.value = new Set()
}
const handIn = ([file]: File[]): Promise<void> =>
  attempt(async () => {
    const body = new FormData()
    body.append('file', file!)
    open(
      await ask(
        api.POST('/portfolios/{id}/files', {
          params: { path: { id: props.holding.id } },
          body: body as never,
          bodySerializer: (form) => form as unknown as FormData,
        }),
      ),
    )
    reload()
  })
const show = (id: number): Promise<void> =>
  attempt(async () => open(await ask(api.GET('/portfolio-files/{id}', { params: { path: { id } } }))))
const say = (called: string): Promise<void> =>
  attempt(async () => {
    const body = { called, security: meant.value[called] ?? '' }
    preview.value = await ask(api.PUT('/portfolio-files/{id}/securities', { params: { path: { id: preview.value!.id } }, body }))
  })
const take = (): Promise<void> =>
  attempt(async () => {
    const { id, name } = preview.value!
    const body = { without: [...without.value], again: [...again.value] }
    const { entered } = await ask(api.POST('/portfolio-files/{id}/take', { params: { path: { id } }, body }))
    preview.value = null
    emit('changed')
    reload()
    notices.say(`Entered ${counted(entered, 'transaction')} of ${name}.`, () => undo(id))
  })
const undo = (id: number): Promise<void> =>
  attempt(async () => {
    await ask(api.POST('/portfolio-files/{id}/undo', { params: { path: { id } } }))
    emit('changed')
    reload()
    notices.say('All the file entered is taken back.')
  })
type Row = Schemas['FileRow']
const isIn = (row: Row): boolean => !row.problem && !without.value.has(row.row) && (!row.is_there || again.value.has(row.row))
function toggle(row: Row): void {
  const set = row.is_there ? again : without
  const next = new Set(set.value)
  if (!next.delete(row.row)) next.add(row.row)
  set.value = next
}
const count = computed(() => (preview.value?.rows ?? []).filter(isIn).length)
const columns: SheetColumn<Row>[] = [
  { key: 'in', head: 'Enter' },
  { key: 'day', head: 'Day', of: (of) => of.day ?? '–' },
  { key: 'type', head: 'Kind', of: (of) => TYPES[of.type ?? '']?.word ?? of.type ?? '–', class: 'left' },
  { key: 'security', head: 'Security', of: (of) => [of.name, of.security].filter(Boolean).join(' '), class: 'left' },
  { key: 'quantity', head: 'Quantity', of: (of) => of.quantity ?? '' },
  { key: 'price', head: 'Price', of: (of) => of.price ?? '' },
  { key: 'amount', head: 'Amount', of: (of) => of.amount ?? '' },
  { key: 'currency', head: 'in', of: (of) => of.currency ?? '', class: 'left' },
  { key: 'said', head: '', heard: 'What became of it', class: 'left said' },
]
const files: SheetColumn<Schemas['PortfolioFile']>[] = [
  { key: 'name', head: 'File' },
  { key: 'format', head: 'Kind', of: (of) => of.format.toUpperCase(), class: 'left' },
  { key: 'taken', head: 'Taken in', of: (of) => of.taken_on ?? 'not yet', class: 'left' },
  { key: 'entered', head: 'Transactions', of: (of) => (of.taken_on ? String(of.entered) : '') },
  { key: 'steps', head: '' },
]
</script>

<template>
  <div>
    <DropZone
      label="Hand in a file of transactions"
      :said="busy ? 'Reading …' : 'Choose a file of transactions, or drop it here'"
      accept=".csv,.xlsx,.ods,.ofx,.qfx,.txt"
      @files="handIn"
    >
      OFX, or a table (CSV, XLSX, ODS) with columns such as day, type, security, quantity, price, amount, fee, tax, currency. Nothing is
      entered before you have seen it.
    </DropZone>
    <section v-if="preview" class="mt-5">
      <h2>{{ preview.name }}</h2>
      <div v-for="called in preview.unknown" :key="called" class="unknown">
        <span class="attention">What is “{{ called }}”?</span>
        <form @submit.prevent="say(called)">
          <v-text-field v-model="meant[called]" :label="`Ticker or code of ${called}`" hide-details class="meant" @keydown.stop />
          <v-btn type="submit" size="small" :disabled="!meant[called]">Remember</v-btn>
        </form>
      </div>
      <SheetTable label="Rows of the file" :columns="columns" :rows="preview.rows" :row-key="(of) => of.row">
        <template #cell-in="{ row }">
          <input
            type="checkbox"
            :checked="isIn(row)"
            :disabled="row.problem !== null"
            :aria-label="`Enter row ${row.row + 1}`"
            @change="toggle(row)"
          />
        </template>
        <template #cell-said="{ row }">
          <span v-if="row.problem" class="worse" :title="row.problem">{{ row.problem }}</span>
          <span v-else-if="row.is_there" class="quiet">is there already</span>
          <span v-else-if="row.doubt" class="attention" :title="row.doubt">{{ row.doubt }}</span>
        </template>
      </SheetTable>
      <div class="choices mt-3">
        <v-btn variant="flat" size="small" :disabled="!count" :loading="busy" @click="take"
          >Enter {{ counted(count, 'transaction') }}</v-btn
        >
        <v-btn size="small" @click="preview = null">Leave it</v-btn>
      </div>
    </section>
    <LoadState :state="state" @again="reload" />
    <SheetTable
      v-if="state.data?.length && !preview"
      class="mt-5 files"
      label="Files"
      :columns="files"
      :rows="state.data"
      :row-key="(of) => of.id"
    >
      <template #cell-name="{ row }">{{ row.name }}</template>
      <template #head-steps><span class="visually-hidden">Steps</span></template>
      <template #cell-steps="{ row }">
        <v-btn v-if="row.taken_on" size="x-small" :aria-label="`Undo ${row.name}`" @click="undo(row.id)">Undo</v-btn>
        <v-btn v-else size="x-small" :aria-label="`Look at ${row.name}`" @click="show(row.id)">Look</v-btn>
      </template>
    </SheetTable>
  </div>
</template>

<style scoped>
.unknown,
.unknown form,
.choices {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 3);
}
.meant {
  width: 260px;
}
.files {
  max-width: 720px;
}
:deep(.said) {
  white-space: normal;
  min-width: 240px;
}
</style>
