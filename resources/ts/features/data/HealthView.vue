<script setup lang="ts">
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'

/** How the installation does, as the programs that watch it are told. */
interface Check {
  name: string
  ok: boolean
  said: string
}
const EVERY = 15_000
const WORDS: Record<string, string> = {
  database: 'Database',
  schema: 'Schema, its last step',
  workers: 'Workers seen within a minute',
  queue: 'Work in the background',
  disk: 'Disk',
  data: 'Prices',
}
const { state, reload } = useAnswer(
  'health',
  () => null,
  async (_, signal) => {
    const answer = await fetch('/health', { signal, headers: { Accept: 'application/json' } })
    return (await answer.json()) as { ok: boolean; checks: Check[] }
  },
  () => EVERY,
)
const columns: SheetColumn<Check>[] = [
  { key: 'what', head: 'What', of: (check) => WORDS[check.name] ?? check.name },
  { key: 'ok', head: 'Is', class: 'left' },
  { key: 'said', head: 'Said', of: (check) => check.said, class: 'left' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p role="status">
        <strong :class="state.data.ok ? '' : 'worse'">{{ state.data.ok ? 'All is well.' : 'Something is wrong.' }}</strong>
        <span class="quiet">
          Looked at every fifteen seconds; <a href="/health" target="_blank" rel="noopener">/health</a> tells programs the same.</span
        >
      </p>
      <SheetTable label="Health" :columns="columns" :rows="state.data.checks" :row-key="(check) => check.name">
        <template #cell-ok="{ row: check }">
          <span :class="check.ok ? '' : 'worse'">{{ check.ok ? '✓ well' : '✕ wrong' }}</span>
        </template>
      </SheetTable>
    </template>
  </div>
</template>
