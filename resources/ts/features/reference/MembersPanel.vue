<script setup lang="ts">
import { ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import LoadState from '@/design/LoadState.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { useReference } from './reference'
import { useSession } from '@/stores/session'

/** Who is in an index and was, from when to when. */
const props = defineProps<{ index: { id: number; name: string } }>()
const session = useSession()
const { change } = useReference()
const { state, reload } = useAnswer(
  'members',
  () => ({ id: props.index.id }),
  ({ id }, signal) => ask(api.GET('/indices/{id}/members', { params: { path: { id } }, signal })),
)
type Member = Schemas['IndexMember']
const path = () => ({ path: { id: props.index.id } })
const keyOf = (member: Member): string => `${member.ticker} ${member.from}`
const fresh = ref({ ticker: '', from: '', to: '' })
/** Whose last day is being told. */
const ending = ref<string | null>(null)

async function keep(member: { ticker: string; from: string; to: string | null }, said: string): Promise<boolean> {
  const done = await change(() => ask(api.PUT('/indices/{id}/members', { params: path(), body: member })), said)
  if (done) reload()
  return done
}
async function join(): Promise<void> {
  const { ticker, from, to } = fresh.value
  const done = await keep({ ticker: ticker.trim().toUpperCase(), from, to: to || null }, `${ticker} is in ${props.index.name}.`)
  if (done) fresh.value = { ticker: '', from: '', to: '' }
}
async function end(member: Member, to: string): Promise<void> {
  const said = to ? `${member.name} is no member from ${to} on.` : `${member.name} is still a member.`
  if (await keep({ ticker: member.ticker, from: member.from, to: to || null }, said)) ending.value = null
}
async function remove(member: Member): Promise<void> {
  const query = { ticker: member.ticker, from: member.from }
  const said = `${member.name} was never in ${props.index.name} from ${member.from}.`
  if (await change(() => ask(api.DELETE('/indices/{id}/members', { params: { ...path(), query } })), said)) reload()
}
const columns: SheetColumn<Member>[] = [
  { key: 'name', head: 'Member', of: (member) => member.name },
  { key: 'ticker', head: 'Ticker', of: (member) => member.ticker, class: 'left' },
  { key: 'from', head: 'From', of: (member) => member.from, class: 'left' },
  { key: 'to', head: 'Until', class: 'left' },
  { key: 'away', head: '' },
]
</script>

<template>
  <section class="mt-4" :aria-label="`Members of ${index.name}`">
    <h3>Members of {{ index.name }}</h3>
    <form v-if="session.canChangeFacts" class="choices" aria-label="New member" @submit.prevent="join">
      <v-text-field v-model="fresh.ticker" label="Ticker" max-width="130" maxlength="24" required @keydown.stop />
      <v-text-field v-model="fresh.from" type="date" label="From" max-width="180" required @keydown.stop />
      <v-text-field v-model="fresh.to" type="date" label="Until, if it left" max-width="180" @keydown.stop />
      <v-btn size="small" variant="outlined" type="submit" :disabled="!fresh.ticker.trim() || !fresh.from">Let it join</v-btn>
    </form>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.members.length" class="quiet">None yet. A file of members brings many at once.</p>
    <SheetTable
      v-else-if="state.data"
      :label="`Members of ${index.name}`"
      :columns="columns"
      :rows="state.data.members"
      :row-key="keyOf"
      :row-class="(member) => (member.to ? 'quiet' : undefined)"
    >
      <template #cell-to="{ row: member }">
        <input
          v-if="ending === keyOf(member)"
          type="date"
          :value="member.to ?? ''"
          :min="member.from"
          :aria-label="`${member.name} is a member until`"
          @change="end(member, ($event.target as HTMLInputElement).value)"
          @keydown.stop
          @keydown.esc="ending = null"
        />
        <template v-else>{{ member.to ?? '–' }}</template>
      </template>
      <template #cell-away="{ row: member }">
        <template v-if="session.canChangeFacts">
          <v-btn size="small" :aria-label="`${member.name} leaves`" @click="ending = ending === keyOf(member) ? null : keyOf(member)"
            >Leaves</v-btn
          >
          <v-btn size="small" :aria-label="`${member.name} was never a member from ${member.from}`" @click="remove(member)"
            >Never was</v-btn
          >
        </template>
      </template>
    </SheetTable>
  </section>
</template>
