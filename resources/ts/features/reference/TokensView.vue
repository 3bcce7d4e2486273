<script setup lang="ts">
import { ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import LoadState from '@/design/LoadState.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { useNotices } from '@/stores/notices'

/** Tokens with which scripts ask in the reader's name. */
const notices = useNotices()
const { state, reload } = useAnswer(
  'tokens',
  () => null,
  (_, signal) => ask(api.GET('/tokens', { signal })),
)
const name = ref('')
const mayWrite = ref(false)
const token = ref('')

const attempt = (work: () => Promise<unknown>, said: string): Promise<void> => notices.attempt(work, said, reload)
const make = (): Promise<void> =>
  attempt(async () => {
    token.value = (await ask(api.POST('/tokens', { body: { name: name.value.trim(), reads_only: !mayWrite.value } }))).token
    name.value = ''
  }, 'The token is made; it is shown once.')
const revoke = (entry: Schemas['Token']): Promise<void> =>
  attempt(
    () => ask(api.DELETE('/tokens/{id}', { params: { path: { id: entry.id } } })),
    `${entry.name} is revoked: scripts that use it are refused.`,
  )
const columns: SheetColumn<Schemas['Token']>[] = [
  { key: 'name', head: 'Token', of: (entry) => entry.name },
  { key: 'may', head: 'May', of: (entry) => (entry.reads_only ? 'read' : 'read and change'), class: 'left' },
  { key: 'made', head: 'Made on', of: (entry) => entry.made_on ?? '–', class: 'left quiet' },
  { key: 'away', head: '' },
]
</script>

<template>
  <div>
    <p class="quiet">
      Scripts ask the API with a token in their header: <code>Authorization: Bearer …</code>. What the API answers is described under
      <a href="/api/v1/openapi.json" target="_blank" rel="noopener">/api/v1/openapi.json</a>.
    </p>
    <form class="choices mt-2" @submit.prevent="make">
      <v-text-field v-model="name" label="What the token is for" min-width="220" maxlength="120" required @keydown.stop />
      <v-checkbox-btn v-model="mayWrite" label="May change things" />
      <v-btn size="small" variant="outlined" type="submit" :disabled="!name.trim()">Make it</v-btn>
    </form>
    <p v-if="token" role="status">
      Keep it now; it is not shown again: <code>{{ token }}</code>
    </p>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.length" class="quiet">No token yet.</p>
    <SheetTable v-else-if="state.data" label="Tokens" :columns="columns" :rows="state.data" :row-key="(entry) => entry.id">
      <template #cell-away="{ row: entry }">
        <v-btn size="small" @click="revoke(entry)">Revoke</v-btn>
      </template>
    </SheetTable>
  </div>
</template>
