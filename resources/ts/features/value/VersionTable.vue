<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import SheetTable from '@/design/SheetTable.vue'
import { number } from '@/design/format'
import { useNotices } from '@/stores/notices'
import type { MethodBody, MethodInput } from './figures'
import { changesInWords } from './rules'

/** Versions of a method beside each other, those of other companies too: what was changed in each can be put on this company. */
const props = defineProps<{ ticker: string; method: string; inputs: MethodInput[] }>()
const emit = defineEmits<{ take: [version: Version, own: boolean] }>()
const notices = useNotices()
const queries = useQueryClient()
const { state } = useAnswer(
  'valuations',
  () => '',
  (_, signal) => ask(api.GET('/valuations', { signal })),
)
export type Version = NonNullable<typeof state.value.data>[number]
const rows = computed(() =>
  (state.value.data ?? [])
    .filter((of) => of.method === props.method)
    .sort((a, b) => Number(b.ticker === props.ticker) - Number(a.ticker === props.ticker)),
)
const each = (of: number | null): string => (of === null ? '–' : number(of, 2))
const changed = (of: Version): string => changesInWords(of.changes as Partial<MethodBody>, props.inputs) || 'nothing'
async function drop(of: Version): Promise<void> {
  try {
    await ask(api.DELETE('/valuations/{id}', { params: { path: { id: of.id } } }))
    await queries.invalidateQueries({ queryKey: ['valuations'] })
    await queries.invalidateQueries({ queryKey: ['values'] })
    notices.say(`Dropped: ${of.name}.`)
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <section v-if="rows.length" class="mt-6">
    <h2>Kept</h2>
    <SheetTable
      label="Kept versions"
      :columns="[
        { key: 'name', head: '' },
        { key: 'company', head: 'Of', of: (of) => of.company },
        { key: 'day', head: 'As of', of: (of) => of.as_of, by: (of) => Number(of.as_of.replaceAll('-', '')) },
        { key: 'low', head: 'Low', of: (of) => each(of.low) },
        { key: 'centre', head: 'Centre', of: (of) => each(of.per_share), by: (of) => of.per_share },
        { key: 'high', head: 'High', of: (of) => each(of.high) },
        { key: 'changed', head: 'Changed in it', of: changed },
        { key: 'note', head: 'Note', of: (of) => of.note },
        { key: 'away', head: '' },
      ]"
      :rows="rows"
      :row-key="(of) => of.id"
    >
      <template #cell-name="{ row }"
        ><a href="#" @click.prevent="emit('take', row, row.ticker === ticker)">{{ row.name }}</a
        ><span v-if="(row.changes as Partial<MethodBody>).forced" class="attention"> ⚑ forced</span></template
      >
      <template #cell-away="{ row }"><v-btn size="x-small" :aria-label="`Drop ${row.name}`" @click="drop(row)">Drop</v-btn></template>
    </SheetTable>
    <p class="quiet">A version of another company puts its changes on this one; all else is this company’s own.</p>
  </section>
</template>
