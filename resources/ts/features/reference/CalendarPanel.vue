<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import LoadState from '@/design/LoadState.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { daysOf, useReference } from './reference'
import { useSession } from '@/stores/session'

/** The days on which an exchange is closed; prices of such a day are asked about before they are stored. */
const props = defineProps<{ exchange: { id: number; name: string } }>()
const session = useSession()
const { change } = useReference()
const { state, reload } = useAnswer(
  'holidays',
  () => ({ id: props.exchange.id }),
  ({ id }, signal) => ask(api.GET('/exchanges/{id}/holidays', { params: { path: { id } }, signal })),
)
type Day = Schemas['Holiday']
const text = ref('')
const read = computed(() => daysOf(text.value))

async function put(days: { day: string; name: string | null; open?: boolean }[], said: string): Promise<boolean> {
  const params = { path: { id: props.exchange.id } }
  const done = await change(() => ask(api.PUT('/exchanges/{id}/holidays', { params, body: { days } })), said)
  if (done) reload()
  return done
}
async function keep(): Promise<void> {
  const { days } = read.value
  if (await put(days, `${props.exchange.name} is closed on ${days.length === 1 ? days[0]!.day : `${days.length} days`}.`)) text.value = ''
}
const columns: SheetColumn<Day>[] = [
  { key: 'day', head: 'Closed on', of: (of) => of.day },
  { key: 'name', head: 'Holiday', of: (of) => of.name || '–', class: 'left' },
  { key: 'away', head: '' },
]
</script>

<template>
  <section class="mt-4" :aria-label="`Calendar of ${exchange.name}`">
    <h3>Calendar of {{ exchange.name }}</h3>
    <form v-if="session.canChangeFacts" aria-label="Days on which it is closed" @submit.prevent="keep">
      <v-textarea
        v-model="text"
        rows="3"
        max-width="520"
        label="A day on which it is closed a line, with its name"
        placeholder="2026-12-25 Midwinter"
        @keydown.stop
      />
      <p v-if="read.wrong.length" class="attention" role="alert">
        Not understood: “{{ read.wrong[0] }}”. Write a day such as 2026-12-25, and a name if you like.
      </p>
      <v-btn size="small" variant="outlined" type="submit" class="my-2" :disabled="!read.days.length || read.wrong.length > 0">
        Keep {{ read.days.length || '' }} days
      </v-btn>
    </form>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.days.length" class="quiet">No day is known on which it is closed but by its week.</p>
    <SheetTable
      v-else-if="state.data"
      :label="`Calendar of ${exchange.name}`"
      :columns="columns"
      :rows="state.data.days"
      :row-key="(of) => of.day"
    >
      <template #cell-away="{ row: of }">
        <v-btn
          v-if="session.canChangeFacts"
          size="small"
          :aria-label="`It is open on ${of.day}`"
          @click="put([{ day: of.day, name: null, open: true }], `${exchange.name} is open on ${of.day}.`)"
          >It is open</v-btn
        >
      </template>
    </SheetTable>
  </section>
</template>
