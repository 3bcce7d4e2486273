<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import { download } from '@/design/download'
import { number, percent } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import MethodBackwards from './MethodBackwards.vue'
import MethodCases from './MethodCases.vue'
import MethodGrid from './MethodGrid.vue'
import MethodInputs from './MethodInputs.vue'
import MethodRows from './MethodRows.vue'
import MethodSimulation from './MethodSimulation.vue'
import MethodYears from './MethodYears.vue'
import type { ValueCase } from './cases'
import type { DriverRule, MethodBody } from './figures'
import { read, written } from './methodFile'
import TornadoBars from './TornadoBars.vue'
import VersionChange from './VersionChange.vue'
import VersionTable from './VersionTable.vue'

/** One method: what it starts from, the sheet, which input moves it most, backwards, varied, drawn, and kept. */
const props = defineProps<{ ticker: string; method: string }>()
const route = useRoute()
const session = useSession()
const notices = useNotices()
const queries = useQueryClient()
const figures = ref<Record<string, number>>({})
const rules = ref<Record<string, DriverRule>>({})
const cases = ref<ValueCase[]>([])
const ranges = ref<Record<string, [number, number]>>({})
const forced = ref(false)
const past = ref<Pick<MethodBody, 'figures' | 'rules'>[]>([])
const name = ref('')
const note = ref('')
const query = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
const body = computed<MethodBody>(() => ({ figures: figures.value, rules: rules.value, forced: forced.value }))
const { state, reload } = useAnswer(
  'value by method',
  () => ({ ticker: props.ticker, method: props.method, query: query.value, body: { ...body.value, ranges: ranges.value } }),
  ({ ticker, method, query, body }, signal) =>
    ask(api.POST('/companies/{ticker}/values/{method}', { params: { path: { ticker, method }, query }, body, signal })),
)
const data = computed(() => state.value.data)
const refused = computed(() => (state.value.status === 'error' ? state.value.error.message : null))
/** An address can name a method there is not. */
const isUnknown = computed(() => state.value.status === 'error' && state.value.error.assumption === 'method')
const misfits = computed(() => refused.value !== null && !data.value)
function remember(): void {
  past.value = [...past.value.slice(-40), { figures: figures.value, rules: rules.value }]
}
const without = <T,>(of: Record<string, T>, name: string): Record<string, T> =>
  Object.fromEntries(Object.entries(of).filter(([key]) => key !== name))
function set(input: string, value: number | null): void {
  remember()
  figures.value = value === null ? without(figures.value, input) : { ...figures.value, [input]: value }
}
/** What was moved as a whole stands in the years of the rule that replaces it. */
function setRule(input: string, rule: DriverRule | null): void {
  remember()
  figures.value = without(figures.value, input)
  rules.value = rule === null ? without(rules.value, input) : { ...rules.value, [input]: rule }
}
function back(): void {
  const before = past.value.at(-1)
  figures.value = before?.figures ?? {}
  rules.value = before?.rules ?? {}
  past.value = past.value.slice(0, -1)
}
function begin(): void {
  remember()
  figures.value = {}
  rules.value = {}
  ranges.value = {}
}
function openCase(of: ValueCase): void {
  remember()
  figures.value = { ...of.figures }
  rules.value = { ...of.rules }
}
const { state: saved } = useAnswer(
  'valuations',
  () => props.ticker,
  (ticker, signal) => ask(api.GET('/valuations', { params: { query: { ticker } }, signal })),
)
type Saved = NonNullable<typeof saved.value.data>[number]
const versions = computed(() => (saved.value.data ?? []).filter((of) => of.method === props.method))
const taken = ref<Saved | null>(null)
function take(of: Saved, own = true): void {
  taken.value = own ? of : null
  name.value = of.name
  note.value = of.note
  remember()
  const changes = of.changes as Partial<MethodBody> & { cases?: ValueCase[] }
  figures.value = { ...changes.figures }
  rules.value = { ...changes.rules }
  cases.value = changes.cases ?? []
  forced.value = changes.forced ?? false
}
watch([versions, () => route.query.valuation] as const, ([list, id]) => {
  const wanted = list.find((of) => String(of.id) === id)
  if (wanted && taken.value === null) take(wanted)
})
async function keep(): Promise<void> {
  try {
    const { id } = await ask(
      api.POST('/companies/{ticker}/values/{method}/keep', {
        params: { path: { ticker: props.ticker, method: props.method }, query: query.value },
        body: { ...body.value, cases: cases.value, name: name.value.trim() || (data.value?.label ?? 'Unnamed'), note: note.value },
      }),
    )
    await queries.invalidateQueries({ queryKey: ['valuations'] })
    await queries.invalidateQueries({ queryKey: ['values'] })
    notices.say(`Kept: ${name.value.trim() || data.value?.label}.`, async () => {
      await ask(api.DELETE('/valuations/{id}', { params: { path: { id } } }))
      await queries.invalidateQueries({ queryKey: ['valuations'] })
      await queries.invalidateQueries({ queryKey: ['values'] })
    })
  } catch (error) {
    notices.fail(error)
  }
}
/** The method that takes sales from the reader's model of how they arise. */
const DRIVEN = 'driver_cash_flow'
async function takeDriven(): Promise<void> {
  try {
    const { rules: driven } = await ask(
      api.POST('/companies/{ticker}/values/driver_cash_flow/driven', {
        params: { path: { ticker: props.ticker }, query: query.value },
        body: body.value,
      }),
    )
    if (!Object.keys(driven).length) {
      notices.fail(
        'You have kept no model of how its sales arise whose segments are called as its businesses. Segments under Read has room for it.',
      )
      return
    }
    remember()
    rules.value = { ...rules.value, ...driven }
    notices.say('Sales grow as in your model.', back)
  } catch (error) {
    notices.fail(error)
  }
}
/** The method with what was changed as a workbook that computes by itself. */
async function workbook(format: 'xlsx' | 'ods'): Promise<void> {
  try {
    const answer = api.POST('/companies/{ticker}/values/{method}/workbook', {
      params: { path: { ticker: props.ticker, method: props.method }, query: query.value },
      body: { ...body.value, format },
      parseAs: 'blob',
    }) as unknown as Promise<{ data?: Blob; error?: unknown; response: Response }>
    const of = await ask(answer)
    download(`${props.ticker.replace(':', ' ')} ${props.method}.${format}`, of, of.type)
  } catch (error) {
    notices.fail(error)
  }
}
const file = ref<HTMLInputElement | null>(null)
function write(): void {
  if (!data.value) return
  const text = written({
    ticker: props.ticker,
    method: props.method,
    as_of: data.value.as_of,
    figures: figures.value,
    rules: rules.value,
    cases: cases.value,
    forced: forced.value,
    note: note.value,
  })
  download(`${props.ticker.replace(':', ' ')} ${props.method}.json`, text, 'application/json')
}
async function readFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement
  const [chosen] = field.files ?? []
  if (!chosen) return
  try {
    const of = read(
      await chosen.text(),
      props.method,
      inputs.value.map((one) => one.name),
    )
    remember()
    figures.value = of.figures
    rules.value = of.rules
    cases.value = of.cases
    note.value = of.note
    if (of.forced) forced.value = true
    notices.say(`Read: ${chosen.name}${of.ticker && of.ticker !== props.ticker ? `, made for ${of.ticker}` : ''}.`, back)
  } catch (error) {
    notices.fail(`${chosen.name} is left aside. ${error instanceof Error ? error.message : String(error)}`)
  } finally {
    field.value = ''
  }
}
const each = (of: number | null): string => (of === null ? '–' : number(of, 2))
type Input = Schemas['MethodSheet']['inputs'][number]
const inputs = computed<Input[]>(() => data.value?.inputs ?? [])
/** The fiscal year that is the first to come, where a past of years is told. */
const firstYear = computed(() => {
  const past = inputs.value.flatMap((of) => Object.keys(of.years?.history ?? {}).map(Number))
  return past.length ? Math.max(...past) + 1 : null
})
const yearly = computed(() => inputs.value.filter((of) => of.years && of.years.path.length))
</script>

<template>
  <div>
    <div v-if="misfits" class="refusal">
      <p role="alert">{{ refused }}</p>
      <v-btn v-if="!isUnknown" size="small" @click="forced = true">Use it all the same</v-btn>
      <v-btn v-if="state.status === 'error' && state.error.status === 0" size="small" @click="reload">Try again</v-btn>
      <router-link :to="{ name: 'value', params: { ticker } }">The methods that fit {{ ticker }}</router-link>
    </div>
    <v-progress-linear v-else-if="!data" indeterminate color="primary" height="2" aria-label="Valuing" />
    <template v-else>
      <div class="top">
        <div>
          <h1>{{ data.label }}</h1>
          <p class="quiet">{{ data.purpose }}</p>
        </div>
        <div class="result" aria-live="polite">
          <strong class="centre" data-testid="method-value">{{ each(data.centre) }}</strong>
          <span class="quiet"
            >{{ data.currency }} a share, {{ each(data.low) }} to {{ each(data.high) }}; price {{ each(data.price) }}</span
          >
          <strong v-if="data.upside !== null" :class="data.upside >= 0 ? 'better' : 'worse'"
            >{{ data.upside >= 0 ? '▲' : '▼' }} {{ percent(Math.abs(data.upside)) }} %</strong
          >
        </div>
        <div class="actions">
          <v-text-field v-model="name" label="Name of this version" maxlength="120" style="width: 170px" />
          <v-text-field v-model="note" label="Note" maxlength="2000" style="width: 170px" />
          <v-btn size="small" :disabled="!past.length" @click="back">Undo</v-btn>
          <v-btn size="small" :disabled="!Object.keys(figures).length && !Object.keys(rules).length" @click="begin">Defaults</v-btn>
          <v-btn v-if="method === DRIVEN" size="small" @click="takeDriven">My segments</v-btn>
          <v-btn
            v-for="format in ['xlsx', 'ods'] as const"
            :key="format"
            size="small"
            :disabled="data.centre === null"
            @click="workbook(format)"
            >{{ format.toUpperCase() }}</v-btn
          >
          <v-btn size="small" @click="write">JSON</v-btn>
          <v-btn size="small" @click="file?.click()">Read JSON</v-btn>
          <input ref="file" type="file" accept="application/json,.json" hidden aria-label="Read a valuation file" @change="readFile" />
          <v-btn size="small" :disabled="data.centre === null" @click="keep">Keep</v-btn>
        </div>
      </div>
      <p v-if="data.forced" class="attention">⚑ Forced: {{ data.misfit }}</p>
      <p v-if="refused" class="worse" role="alert">
        {{ refused }} The figures shown are those of before. <v-btn size="x-small" @click="back">Undo</v-btn>
      </p>
      <p v-if="data.why_not" class="attention" role="alert">{{ data.why_not }}</p>
      <VersionChange v-if="taken" :valuation="taken.id" :currency="data.currency" />
      <MethodYears
        v-if="yearly.length"
        :inputs="yearly"
        :all="inputs"
        :reported="data.reporting_currency"
        @rule="setRule"
        @shift="(name, value) => set(name, value)"
      />
      <div class="two">
        <section>
          <h2>What it starts from</h2>
          <MethodInputs :inputs="inputs.filter((of) => !of.years && !of.beside)" @set="set" />
        </section>
        <section>
          <h2>What moves it</h2>
          <p v-if="data.most" class="quiet">{{ data.most }} moves it most.</p>
          <TornadoBars
            :bars="data.tornado"
            :centre="data.centre"
            :inputs="inputs"
            @range="(input, ends) => (ranges = { ...ranges, [input]: ends })"
          />
          <v-btn v-if="Object.keys(ranges).length" size="x-small" @click="ranges = {}">The usual ranges</v-btn>
          <MethodBackwards
            :first="data.tornado[0]?.input"
            :ticker="ticker"
            :method="method"
            :body="body"
            :inputs="inputs"
            :price="data.price"
            class="mt-4"
          />
        </section>
      </div>
      <MethodRows
        v-if="data.rows.length"
        :rows="data.rows"
        :currency="data.currency"
        :reported="data.reporting_currency"
        :first="firstYear"
        class="mt-6"
      />
      <MethodGrid
        v-if="data.centre !== null && inputs.length > 1"
        :ticker="ticker"
        :method="method"
        :body="body"
        :inputs="inputs"
        :price="data.price"
      />
      <MethodCases
        v-model="cases"
        :ticker="ticker"
        :method="method"
        :body="body"
        :inputs="inputs"
        :currency="data.currency"
        @open="openCase"
      />
      <MethodSimulation v-if="data.centre !== null" :ticker="ticker" :method="method" :body="body" :inputs="inputs" />
      <VersionTable :ticker="ticker" :method="method" :inputs="inputs" @take="take" />
    </template>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: calc(var(--space) * 3) calc(var(--space) * 8);
}
.result {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: calc(var(--space) * 2.5);
}
.centre {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-display);
  line-height: 1.1;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  align-items: center;
  gap: var(--space);
  margin-left: auto;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(430px, 1fr));
  gap: calc(var(--space) * 4) calc(var(--space) * 9);
  margin-top: calc(var(--space) * 4);
  align-items: start;
}
.refusal {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: calc(var(--space) * 3);
  max-width: 640px;
}
</style>
