<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { amount, number, readNumber } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** What a careful reader would ask about; accepted as a one-off, dismissed, or left. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const all = ref(false)
const editing = ref<string | null>(null)
const text = ref('')
const beforeTax = ref(true)
const note = ref('')

const { state } = useAnswer(
  'breaks',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/breaks', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const open = computed(() => (state.value.data?.breaks ?? []).filter((entry) => all.value || entry.state === 'open'))
const settled = computed(() => (state.value.data?.breaks ?? []).filter((entry) => entry.state !== 'open').length)

function start(entry: Schemas['Break']): void {
  editing.value = entry.key
  text.value = entry.amount === null ? '' : String(Number(entry.amount.toPrecision(12)))
  beforeTax.value = entry.before_tax
  note.value = ''
}

async function done(work: () => Promise<unknown>, words: string, undo?: () => Promise<unknown>): Promise<void> {
  try {
    await work()
    session.figuresChanged()
    notices.say(
      words,
      undo &&
        (async () => {
          await undo()
          session.figuresChanged()
        }),
    )
  } catch (error) {
    notices.fail(error)
  }
}

async function accept(entry: Schemas['Break']): Promise<void> {
  const value = readNumber(text.value)
  if (value === null || value === 0) {
    notices.fail(new Error('Write the amount as a number other than zero, such as 28m.'))
    return
  }
  let id = 0
  await done(
    async () => {
      id = (
        await ask(
          api.POST('/companies/{ticker}/one-offs', {
            params: { path: { ticker: props.ticker } },
            body: {
              line: entry.line,
              period: entry.mark_in,
              amount: value,
              before_tax: beforeTax.value,
              note: note.value,
              break_key: entry.key,
            },
          }),
        )
      ).id
      editing.value = null
    },
    `Marked as a one-off: ${entry.line_label}, ${entry.period_label}. Choose "adjusted" above to see figures without it.`,
    () => ask(api.DELETE('/one-offs/{id}', { params: { path: { id } } })),
  )
}

async function dismiss(entry: Schemas['Break']): Promise<void> {
  let id = 0
  await done(
    async () => {
      id = (
        await ask(
          api.POST('/companies/{ticker}/judgements', {
            params: { path: { ticker: props.ticker } },
            body: { subject: `break:${entry.key}` },
          }),
        )
      ).id
    },
    'Dismissed.',
    () => ask(api.DELETE('/judgements/{id}', { params: { path: { id } } })),
  )
}

const reopen = (entry: Schemas['Break']) =>
  done(
    () =>
      entry.one_off != null
        ? ask(api.DELETE('/one-offs/{id}', { params: { path: { id: entry.one_off } } }))
        : ask(api.DELETE('/judgements/{id}', { params: { path: { id: entry.judgement! } } })),
    'Open again.',
  )

const remove = (one: Schemas['OneOff']) =>
  done(
    () => ask(api.DELETE('/one-offs/{id}', { params: { path: { id: one.id } } })),
    'No longer a one-off.',
    () =>
      ask(
        api.POST('/companies/{ticker}/one-offs', {
          params: { path: { ticker: props.ticker } },
          body: { line: one.line, period: one.period, amount: one.amount, before_tax: one.before_tax, note: one.note },
        }),
      ),
  )
</script>

<template>
  <section v-if="state.data" aria-label="Breaks">
    <h2>What one would ask about</h2>
    <p v-if="!state.data.breaks.length" class="quiet">Nothing in these years stands out against the company's own history.</p>
    <p v-else-if="!open.length" class="quiet">Every question is settled.</p>
    <div v-for="entry in open" :key="entry.key" class="entry">
      <span>
        <span class="attention">{{ entry.period_label }}</span> {{ entry.sentence }}
        <span v-if="entry.state === 'accepted'" class="quiet">(a one-off)</span>
        <span v-if="entry.state === 'dismissed'" class="quiet">(dismissed)</span>
        <form v-if="editing === entry.key" class="choices mt-2" @submit.prevent="accept(entry)">
          <label
            >Amount in {{ state.data.currency }}, {{ entry.mark_in_label }}
            <input v-model="text" class="assumption wide" :aria-label="`Amount of the one-off, ${entry.line_label}`" @keydown.stop
          /></label>
          <label><input v-model="beforeTax" type="checkbox" :disabled="entry.line === 'income_tax'" /> before tax</label>
          <v-text-field v-model="note" label="Note" min-width="220" maxlength="1000" @keydown.stop />
          <v-btn size="small" variant="outlined" type="submit">Mark it</v-btn>
          <v-btn size="small" @click="editing = null">Leave it</v-btn>
        </form>
      </span>
      <span class="actions">
        <template v-if="entry.state === 'open'">
          <v-btn v-if="entry.amount !== null" size="small" @click="start(entry)">One-off</v-btn>
          <v-btn size="small" @click="dismiss(entry)">Dismiss</v-btn>
        </template>
        <v-btn v-else size="small" @click="reopen(entry)">Open again</v-btn>
      </span>
    </div>
    <v-btn v-if="settled" size="small" class="mt-1" @click="all = !all">{{
      all ? 'Only open questions' : `Show ${settled} settled`
    }}</v-btn>
    <template v-if="state.data.one_offs.length">
      <h3 class="mt-3">Marked as one-offs</h3>
      <div v-for="one in state.data.one_offs" :key="one.id" class="entry">
        <span
          >{{ one.period_label }} · {{ one.line_label }}: {{ Math.abs(one.amount) >= 1e4 ? amount(one.amount) : number(one.amount, 2) }}
          {{ state.data.currency }} <span class="quiet">{{ one.before_tax ? 'before' : 'after' }} tax</span> {{ one.note }}</span
        >
        <v-btn size="small" @click="remove(one)">Unmark</v-btn>
      </div>
    </template>
  </section>
</template>

<style scoped>
.actions {
  flex: none;
}
.wide {
  width: 9em;
}
form {
  margin-bottom: 0;
}
</style>
