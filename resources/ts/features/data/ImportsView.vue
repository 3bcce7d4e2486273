<script setup lang="ts">
import DropZone from '@/design/DropZone.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, handIn, type Schemas } from '@/api/client'
import { amount } from '@/design/format'
import PageSteps from '@/design/PageSteps.vue'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import ImportPreview from './ImportPreview.vue'

/** Files handed in: what they would change, what they changed, and taking it back. */
defineProps<{ id: string }>()
const session = useSession()
const notices = useNotices()
const router = useRouter()
const busy = ref<string | null>(null)
const page = ref(1)
const { state, reload } = useAnswer('imports', page, (page, signal) => ask(api.GET('/imports', { params: { query: { page } }, signal })))
const states: Record<string, string> = {
  previewing: 'being read',
  previewed: 'waits for you',
  storing: 'being stored',
  stored: 'stored',
  undone: 'undone',
}

async function take(files: File[]): Promise<void> {
  for (const file of files) {
    busy.value = file.name
    try {
      const taken = await handIn(file)
      void router.push({ name: 'data', params: { view: 'imports', id: String(taken.id) } })
    } catch (error) {
      notices.fail(new Error(`${file.name}: ${(error as Error).message}`))
    }
  }
  busy.value = null
  reload()
}

async function undo(entry: Schemas['Import']): Promise<void> {
  try {
    const { state: now } = await ask(api.DELETE('/imports/{id}', { params: { path: { id: entry.id } } }))
    session.figuresChanged()
    // Without its prices the latest day may be an earlier one.
    if (now === 'undone') await session.load()
    notices.say(
      now === 'undone' ? `Undone: ${entry.name}.` : now === 'cancelling' ? 'Stopping; nothing is stored.' : `Forgotten: ${entry.name}.`,
    )
    void router.push({ name: 'data', params: { view: '' } })
  } catch (error) {
    notices.fail(error)
  }
}
type Entry = Schemas['Import']
const count = (key: keyof NonNullable<Entry['counts']>, head: string): SheetColumn<Entry> => ({
  key,
  head,
  of: (entry) => (entry.counts ? amount(entry.counts[key]) : ''),
  by: (entry) => entry.counts?.[key],
})
const columns: SheetColumn<Entry>[] = [
  { key: 'file', head: 'File', by: (entry) => entry.name },
  { key: 'format', head: 'Format', of: (entry) => entry.format },
  {
    key: 'state',
    head: 'State',
    of: (entry) => states[entry.state],
    by: (entry) => states[entry.state],
    class: (entry) => (entry.state === 'previewed' ? 'attention' : ''),
  },
  count('new', 'New'),
  count('changed', 'Changed'),
  count('same', 'Same'),
  count('conflict', 'In conflict'),
  count('refused', 'Refused'),
  { key: 'when', head: 'When', of: (entry) => entry.stored_on ?? entry.made_on, by: (entry) => entry.stored_on ?? entry.made_on },
  { key: 'steps', head: '' },
]
</script>

<template>
  <div>
    <ImportPreview
      v-if="id"
      :id="Number(id)"
      :key="id"
      :kinds="state.data?.kinds ?? []"
      :exchanges="state.data?.exchanges ?? []"
      @undo="undo"
      @changed="reload"
    />
    <template v-else>
      <DropZone label="Hand in files" :said="busy ? `Reading ${busy} …` : 'Choose files, or drop them here'" multiple @files="take">
        Statements, prices, dividends, splits, estimates, holders, insider trades, segments, lists, transactions and positions as CSV, XLSX
        or ODS; reports as xBRL-JSON, xBRL-CSV or XBRL. Nothing is stored before you have seen what would change. Other programs may drop
        files into <code>storage/app/drop</code>.
      </DropZone>
      <v-progress-linear v-if="state.status === 'pending'" indeterminate color="primary" height="2" aria-label="Loading" />
      <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
      <p v-if="state.data && !state.data.data.length" class="quiet mt-4">Nothing has been imported yet.</p>
      <SheetTable
        v-else-if="state.data"
        class="mt-4"
        label="Imports"
        :columns="columns"
        :rows="state.data.data"
        :row-key="(entry) => entry.id"
      >
        <template #cell-file="{ row: entry }">
          <router-link :to="{ name: 'data', params: { view: 'imports', id: String(entry.id) } }">{{ entry.name }}</router-link>
        </template>
        <template #head-steps><span class="visually-hidden">Steps</span></template>
        <template #cell-steps="{ row: entry }">
          <v-btn v-if="entry.state !== 'undone'" size="small" @click="undo(entry)">{{
            entry.state === 'stored' ? 'Undo' : 'Forget'
          }}</v-btn>
        </template>
      </SheetTable>
      <PageSteps v-model="page" :pages="state.data?.meta.last_page" label="Pages of imports" />
    </template>
  </div>
</template>
