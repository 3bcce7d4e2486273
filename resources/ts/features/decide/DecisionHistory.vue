<script setup lang="ts">
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { number, percent } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useSession } from '@/stores/session'

/** The versions of a decision; each opens as of its day, with what was known then. */
const props = defineProps<{ id: number }>()
const session = useSession()
const { state, reload } = useAnswer(
  'history of a decision',
  () => props.id,
  (id, signal) => ask(api.GET('/decisions/{id}/history', { params: { path: { id } }, signal })),
)
type Decision = Schemas['Decision']
const columns: SheetColumn<Decision>[] = [
  { key: 'day', head: 'Decided', of: (of) => of.decided_on },
  { key: 'verdict', head: 'Verdict', of: (of) => of.verdict, class: 'left' },
  { key: 'value', head: 'Value', of: (of) => number(of.value_per_share, 2) },
  { key: 'below', head: 'Buy below', of: (of) => number(of.buy_below, 2) },
  { key: 'price', head: 'Price then', of: (of) => number(of.price_then, 2) },
  { key: 'confidence', head: 'Confidence, %', of: (of) => (of.confidence === null ? '–' : percent(of.confidence, 0)) },
  { key: 'thesis', head: 'Thesis', of: (of) => of.thesis, class: 'left thesis' },
  { key: 'steps', head: '' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <SheetTable v-if="state.data" label="Versions of the decision" :columns="columns" :rows="state.data" :row-key="(of) => of.id">
      <template #head-steps><span class="visually-hidden">Steps</span></template>
      <template #cell-steps="{ row }"
        ><v-btn size="x-small" :aria-label="`Open as of ${row.decided_on}`" @click="session.setDay(row.decided_on)"
          >Open as of then</v-btn
        ></template
      >
    </SheetTable>
  </div>
</template>

<style scoped>
:deep(.thesis) {
  max-width: 420px;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
