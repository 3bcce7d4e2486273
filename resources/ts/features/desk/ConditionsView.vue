<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { counted } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import ConditionForm from './ConditionForm.vue'

/** Conditions that call: what each looks at, how it stands, how often it called; and new ones, tried on the past first. */
const route = useRoute()
const notices = useNotices()
const catalogue = useCatalogue()
void catalogue.ensure()
const { state, reload } = useAnswer('conditions', null, (_, signal) => ask(api.GET('/conditions', { signal })))
type Condition = Schemas['Condition']
const making = ref(route.query.ticker !== undefined || route.query.list !== undefined)
const words = (of: Condition): string => (of.kind.startsWith('criterion') ? catalogue.words(of.words) : of.words)
const STANDS = new Map<boolean | null, string>([
  [true, 'is so'],
  [false, 'is not so'],
  [null, ''],
])
async function change(of: Condition, body: { active?: boolean; by_mail?: boolean; by_webhook?: boolean }): Promise<void> {
  try {
    await ask(api.PUT('/conditions/{id}', { params: { path: { id: of.id } }, body }))
    reload()
  } catch (error) {
    notices.fail(error)
  }
}
async function remove(of: Condition): Promise<void> {
  try {
    await ask(api.DELETE('/conditions/{id}', { params: { path: { id: of.id } } }))
    reload()
    notices.say('Deleted.', async () => {
      await ask(api.POST('/conditions/{id}/restore', { params: { path: { id: of.id } } }))
      reload()
    })
  } catch (error) {
    notices.fail(error)
  }
}
const columns = computed((): SheetColumn<Condition>[] => [
  { key: 'of', head: 'Of', by: (of) => of.name ?? of.list_name },
  { key: 'words', head: 'calls when', of: (of) => words(of), class: 'left words' },
  { key: 'met', head: 'Now', of: (of) => STANDS.get(of.met) ?? '', class: 'left' },
  { key: 'calls', head: 'Called', of: (of) => (of.calls ? counted(of.calls, 'time') : 'never'), by: (of) => of.calls },
  { key: 'last', head: 'last', of: (of) => of.last_call ?? '', by: (of) => of.last_call },
  { key: 'mail', head: 'Mail' },
  { key: 'webhook', head: 'Webhook' },
  { key: 'active', head: 'On' },
  { key: 'note', head: 'Note', of: (of) => of.note ?? '', class: 'left' },
  { key: 'steps', head: '' },
])
</script>

<template>
  <div>
    <ConditionForm
      v-if="making"
      :ticker="typeof route.query.ticker === 'string' ? route.query.ticker : ''"
      :list="typeof route.query.list === 'string' ? Number(route.query.list) : null"
      :line="typeof route.query.line === 'string' ? Number(route.query.line) : null"
      @made="
        () => {
          making = false
          reload()
        }
      "
      @cancel="making = false"
    />
    <v-btn v-else size="small" variant="flat" class="mb-3" @click="making = true">Set a condition</v-btn>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.length" class="quiet">
      None yet. A condition is looked at once for each new day; what it calls for stands on Desk, and goes out by mail or webhook where you
      wish. Prices of interest, prices to buy at and the reasons of decisions call by themselves.
    </p>
    <SheetTable v-else-if="state.data" label="Conditions" :columns="columns" :rows="state.data" :row-key="(of) => of.id">
      <template #cell-of="{ row }">
        <router-link v-if="row.ticker" :to="{ name: 'read', params: { ticker: row.ticker } }">{{ row.name }}</router-link>
        <template v-else>all of {{ row.list_name }}</template>
      </template>
      <template
        v-for="[column, field] in [
          ['mail', 'by_mail'],
          ['webhook', 'by_webhook'],
          ['active', 'active'],
        ] as const"
        :key="column"
        #[`cell-${column}`]="{ row }"
      >
        <input
          type="checkbox"
          :checked="row[field]"
          :aria-label="`${column} for ${row.words}`"
          @change="change(row, { [field]: !row[field] })"
        />
      </template>
      <template #head-steps><span class="visually-hidden">Steps</span></template>
      <template #cell-steps="{ row }"
        ><v-btn size="x-small" :aria-label="`Delete: ${row.words}`" @click="remove(row)">Delete</v-btn></template
      >
    </SheetTable>
  </div>
</template>

<style scoped>
:deep(.words) {
  white-space: normal;
  min-width: 220px;
}
</style>
