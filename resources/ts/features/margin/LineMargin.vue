<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import { number, readNumber } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** What was ever filed or entered for a figure, and what a reader can do about it: correct, strike out, mark as a one-off. */
const props = defineProps<{ ticker: string; line: string; period: number; value: number | null }>()
const session = useSession()
const notices = useNotices()
const doing = ref<'correct' | 'one-off' | null>(null)
const text = ref('')
const note = ref('')
const source = ref('')
const publicOn = ref('')
const beforeTax = ref(true)
const { state } = useAnswer(
  'figure-history',
  () => ({ ticker: props.ticker, line: props.line, period: props.period }),
  ({ ticker, line, period }, signal) =>
    ask(api.GET('/companies/{ticker}/figure-history', { params: { path: { ticker }, query: { line, period } }, signal })),
)
watch(
  () => `${props.ticker} ${props.line} ${props.period}`,
  () => (doing.value = null),
)
const filed = computed(() => (state.value.data ?? []).some((version) => version.state === 'filed'))

function start(what: 'correct' | 'one-off'): void {
  doing.value = what
  text.value = props.value === null ? '' : String(Number(props.value.toPrecision(12)))
  note.value = source.value = ''
}

async function correct(value: number | null): Promise<void> {
  if (!note.value.trim()) {
    notices.fail(new Error('Say why in the note: a correction without a reason cannot be judged later.'))
    return
  }
  try {
    const { batch } = await ask(
      api.POST('/companies/{ticker}/corrections', {
        params: { path: { ticker: props.ticker } },
        body: {
          figures: [{ line: props.line, period: props.period, value }],
          note: note.value,
          source: source.value,
          ...(publicOn.value ? { public_on: publicOn.value } : {}),
        },
      }),
    )
    doing.value = null
    session.figuresChanged()
    notices.say(value === null ? 'Struck out.' : 'Corrected.', () => withdraw(batch))
  } catch (error) {
    notices.fail(error)
  }
}

function submit(): void {
  const value = readNumber(text.value)
  if (value === null) {
    notices.fail(new Error(`"${text.value}" is no number. Write it like 12345, 12.3m or 1.2bn.`))
    return
  }
  if (doing.value === 'correct') void correct(value)
  else void mark(value)
}

async function mark(amount: number): Promise<void> {
  try {
    const { id } = await ask(
      api.POST('/companies/{ticker}/one-offs', {
        params: { path: { ticker: props.ticker } },
        body: { line: props.line, period: props.period, amount, before_tax: beforeTax.value, note: note.value },
      }),
    )
    doing.value = null
    session.figuresChanged()
    notices.say('Marked as a one-off. Choose "adjusted" above to see figures without it.', async () => {
      await ask(api.DELETE('/one-offs/{id}', { params: { path: { id } } }))
      session.figuresChanged()
    })
  } catch (error) {
    notices.fail(error)
  }
}

async function withdraw(batch: string): Promise<void> {
  try {
    await ask(api.DELETE('/corrections/{batch}', { params: { path: { batch } } }))
    session.figuresChanged()
    notices.say('Withdrawn.', async () => {
      await ask(api.POST('/corrections/{batch}/restore', { params: { path: { batch } } }))
      session.figuresChanged()
    })
  } catch (error) {
    notices.fail(error)
  }
}
const show = (value: number | null): string => (value === null ? 'none' : number(value, Number.isInteger(value) ? 0 : 2))
</script>

<template>
  <section class="rule">
    <h3>Filed and entered</h3>
    <p v-if="state.data && !state.data.length" class="quiet">No filing gives this figure.</p>
    <div v-for="(version, i) in state.data ?? []" :key="i" class="version" :class="{ quiet: version.state === 'withdrawn' }">
      <span
        >{{ version.day }} · {{ version.what }}<template v-if="version.state === 'withdrawn'"> (withdrawn)</template>
        <span v-if="version.note" class="quiet"> {{ version.note }}</span></span
      >
      <span>{{ show(version.value ?? null) }}</span>
      <v-btn v-if="version.state === 'in force' && version.batch" size="x-small" @click="withdraw(version.batch)">Withdraw</v-btn>
    </div>
    <div v-if="!doing" class="mt-1">
      <v-btn size="small" @click="start('correct')">{{ filed ? 'Correct it' : 'Supply it' }}</v-btn>
      <v-btn size="small" @click="start('one-off')">Mark a one-off</v-btn>
    </div>
    <form v-else class="mt-2" @submit.prevent="submit">
      <label
        >{{ doing === 'correct' ? 'The right figure' : 'Amount of the one-off' }}
        <input
          v-model="text"
          class="assumption wide"
          :aria-label="doing === 'correct' ? 'The right figure' : 'Amount of the one-off'"
          @keydown.stop
      /></label>
      <label v-if="doing === 'one-off'" class="d-block"><input v-model="beforeTax" type="checkbox" /> before tax</label>
      <v-text-field v-model="note" :label="doing === 'correct' ? 'Why' : 'Note'" maxlength="1000" @keydown.stop />
      <template v-if="doing === 'correct'">
        <v-text-field v-model="source" label="Source (page of a report)" maxlength="300" @keydown.stop />
        <v-text-field v-if="!filed" v-model="publicOn" type="date" label="Public since" @keydown.stop />
      </template>
      <div class="mt-2">
        <v-btn size="small" variant="outlined" type="submit">{{ doing === 'correct' ? 'Correct' : 'Mark' }}</v-btn>
        <v-btn v-if="doing === 'correct' && filed" size="small" @click="correct(null)">Strike it out</v-btn>
        <v-btn size="small" @click="doing = null">Leave it</v-btn>
      </div>
    </form>
  </section>
</template>

<style scoped>
.version {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: calc(var(--space) * 2);
  padding: var(--space) 0;
  font-size: var(--type-small);
}
.wide {
  width: 9em;
}
</style>
