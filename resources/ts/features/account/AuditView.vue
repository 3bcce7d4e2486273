<script setup lang="ts">
import { ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'

/** What was done to accounts and to what all share, for administrators. */
const WORDS: Record<string, string> = {
  signed_in: 'signed in',
  refused: 'refused: wrong password or address',
  second_factor_refused: 'refused: wrong code',
  signed_out: 'signed out',
  signed_out_elsewhere: 'signed out elsewhere',
  account_made: 'account made',
  account_deleted: 'account deleted',
  password_changed: 'password changed',
  password_reset: 'password reset by link',
  reset_asked: 'link for a password asked for',
  account_asked: 'link for an account asked for',
  second_factor_set: 'second factor set',
  second_factor_removed: 'second factor removed',
  recovery_code_used: 'recovery code used',
  invited: 'invited somebody',
  role_changed: 'role changed',
  token_made: 'token made',
  token_revoked: 'token revoked',
  data_changed: 'shared data changed',
  change_undone: 'change taken back',
  imported: 'file imported',
  import_undone: 'import taken back',
  exchange_advanced: 'exchange went on',
}
const action = ref('')
const who = ref('')
const entries = ref<Schemas['AuditEntry'][]>([])
const before = ref<number | null>(null)
const query = () => ({
  ...(action.value ? { action: action.value } : {}),
  ...(who.value.trim() ? { who: who.value.trim() } : {}),
})
const { state, reload } = useAnswer(
  'audit',
  () => ({ ...query(), ...(before.value ? { before: before.value } : {}) }),
  async (query, signal) => {
    const page = await ask(api.GET('/audit', { params: { query }, signal }))
    entries.value = before.value ? [...entries.value, ...page.entries] : page.entries
    return page
  },
)
const file = () => `/api/v1/audit/file?${new URLSearchParams(query() as Record<string, string>).toString()}`
const columns: SheetColumn<Schemas['AuditEntry']>[] = [
  { key: 'at', head: 'At (UTC)', of: (entry) => entry.at.slice(0, 19).replace('T', ' '), class: 'left quiet' },
  { key: 'who', head: 'Who', of: (entry) => entry.who || 'the program', class: 'left' },
  { key: 'what', head: 'What', of: (entry) => WORDS[entry.action] ?? entry.action, class: 'left' },
  { key: 'subject', head: 'Of what', of: (entry) => entry.subject, class: 'left' },
  { key: 'from', head: 'From', of: (entry) => entry.address ?? '', class: 'left quiet' },
]
</script>

<template>
  <div>
    <form class="choices" @submit.prevent>
      <ChoiceField
        :model-value="action"
        label="What"
        name="Kind of entry"
        :choices="[['', 'everything'], ...Object.entries(WORDS)]"
        @update:model-value="((before = null), (action = String($event)))"
      />
      <v-text-field
        :model-value="who"
        label="Whose address"
        min-width="240"
        @update:model-value="((before = null), (who = $event))"
        @keydown.stop
      />
      <v-btn size="small" :href="file()" download>CSV</v-btn>
    </form>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !entries.length" class="quiet">Nothing of the kind.</p>
    <SheetTable v-else label="Audit log" :columns="columns" :rows="entries" :row-key="(entry) => entry.id" />
    <v-btn v-if="state.data?.more" size="small" @click="before = entries.at(-1)!.id">Earlier ones</v-btn>
  </div>
</template>
