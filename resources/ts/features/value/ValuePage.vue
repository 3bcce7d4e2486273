<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Schemas } from '@/api/client'
import { amount, number, percent } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { partOf } from '@/features/margin/working'
import { useMargin } from '@/stores/margin'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'
import AssumptionInput from './AssumptionInput.vue'
import DriverSheet from './DriverSheet.vue'
import SensitivityGrid from './SensitivityGrid.vue'

const route = useRoute()
const router = useRouter()
const session = useSession()
const subject = useSubject()
const margin = useMargin()
const notices = useNotices()
const ticker = computed(() => (typeof route.params.ticker === 'string' && route.params.ticker ? route.params.ticker : null))

const changes = ref<Schemas['CashFlowChanges']>({})
const past = ref<Schemas['CashFlowChanges'][]>([])
const title = ref('Base case')
watch(ticker, () => {
  changes.value = {}
  past.value = []
})
function change(part: Schemas['CashFlowChanges']): void {
  past.value = [...past.value.slice(-40), changes.value]
  changes.value = { ...changes.value, ...part }
}
const setFigure = (name: string, value: number) => change({ figures: { ...changes.value.figures, [name]: value } })
const setDriver = (name: string, rule: Schemas['DriverRule']) => change({ drivers: { ...changes.value.drivers, [name]: rule } })
function back(): void {
  const last = past.value.at(-1)
  if (!last) return
  past.value = past.value.slice(0, -1)
  changes.value = last
}

const body = computed(() => ({ changes: changes.value, as_of: session.asOf }))
const { state: sheet, reload } = useAnswer(
  'cash-flow-value',
  () => ({ ticker: ticker.value, body: body.value }),
  ({ ticker, body }, signal) =>
    ticker ? ask(api.POST('/companies/{ticker}/cash-flow-value', { params: { path: { ticker } }, body, signal })) : null,
)
const BELIEFS = ['revenue_growth', 'operating_margin', 'discount_rate', 'terminal_growth', 'capital_expenditure_to_revenue']
const { state: solved } = useAnswer(
  'cash-flow-value/solve',
  () => ({ ticker: ticker.value, body: body.value, ok: sheet.value.status }),
  ({ ticker, body, ok }, signal) =>
    ticker && ok === 'success'
      ? ask(
          api.POST('/companies/{ticker}/cash-flow-value/solve', {
            params: { path: { ticker } },
            body: { ...body, names: BELIEFS },
            signal,
          }),
        )
      : null,
)

const { state: saved, reload: reloadSaved } = useAnswer('valuations', ticker, (asked, signal) =>
  asked ? ask(api.GET('/valuations', { params: { query: { ticker: asked } }, signal })) : null,
)
watch([() => saved.value.data, () => route.query.valuation] as const, ([list, id]) => {
  const wanted = list?.find((valuation) => String(valuation.id) === id)
  if (wanted) take(wanted)
})
type Saved = NonNullable<typeof saved.value.data>[number]
const taken = ref<Saved | null>(null)
function take(valuation: Saved): void {
  taken.value = valuation
  title.value = valuation.name
  changes.value = valuation.changes
}
async function save(): Promise<number | null> {
  if (!ticker.value) return null
  try {
    const { id } = await ask(api.POST('/valuations', { body: { ticker: ticker.value, name: title.value || 'Unnamed', ...body.value } }))
    reloadSaved()
    notices.say(`Saved: ${title.value}.`, async () => {
      await ask(api.DELETE('/valuations/{id}', { params: { path: { id } } }))
      reloadSaved()
    })
    return id
  } catch (error) {
    notices.fail(error)
    return null
  }
}
async function decide(): Promise<void> {
  const data = sheet.value.data
  if (!data?.per_share) return
  const id = await save()
  if (id !== null)
    void router.push({ name: 'decide', params: { ticker: ticker.value }, query: { valuation: id, value: data.per_share.toFixed(2) } })
}
const yearly = (line: string, i: number): string => `${line}@${sheet.value.data!.sheet.years[i]}`
/** Opens the working of the value, or of the part with a key, in the margin. */
async function working(key?: string): Promise<void> {
  if (!ticker.value) return
  try {
    const answer = await ask(
      api.POST('/companies/{ticker}/cash-flow-value/working', { params: { path: { ticker: ticker.value } }, body: body.value }),
    )
    const found = key === undefined ? answer.working : partOf(answer.working, key)
    if (found)
      margin.ask({
        kind: 'given',
        ticker: ticker.value,
        figure: `dcf:${found.label}${found.period ?? ''}`,
        label: found.period ? `${found.label}, ${found.period}` : found.label,
        working: found,
        currency: answer.currency,
      })
  } catch (error) {
    notices.fail(error)
  }
}

const data = computed(() => sheet.value.data)
const figures = computed(() => data.value?.assumptions.figures ?? {})
const misfit = computed(() => (sheet.value.status === 'error' && !sheet.value.data ? sheet.value.error.message : null))
const refused = computed(() => (sheet.value.status === 'error' && sheet.value.data ? (sheet.value.error as Problem) : null))
const capital = ['risk_free_rate', 'beta', 'equity_risk_premium', 'cost_of_debt', 'marginal_tax_rate']
const bridge = ['cash', 'non_operating_assets', 'debt', 'lease_liabilities', 'pension_deficit', 'minority_interest', 'preferred', 'shares']
const terminals = [
  { value: 'return_on_new_capital', title: 'growth with the reinvestment it needs' },
  { value: 'perpetuity', title: 'growth of the last cash flow' },
  { value: 'exit_multiple', title: 'a multiple of EBITDA' },
]
const todays = (name: string): number =>
  name === 'discount_rate'
    ? (data.value?.discount_rate ?? 0)
    : (data.value?.assumptions.drivers[name]?.path[0] ?? figures.value[name]?.value ?? 0)
const label = (name: string): string => data.value?.assumptions.drivers[name]?.label ?? figures.value[name]?.label ?? name
const beliefColumns = [
  { key: 'name', head: 'One figure changed, the rest as above' },
  { key: 'here', head: 'Here, %', of: (name: string) => percent(todays(name), 2) },
  { key: 'needed', head: 'Needed, %' },
]
</script>

<template>
  <div class="page">
    <p v-if="!ticker" class="quiet">No company is in focus. Press <kbd>/</kbd> and type a name.</p>
    <p v-else-if="subject.error" class="worse" role="alert">{{ subject.error }}</p>
    <div v-else-if="misfit" class="refusal">
      <h1>Discounted cash flow</h1>
      <p class="my-3" role="alert">{{ misfit }}</p>
      <v-btn v-if="sheet.status === 'error' && sheet.error.status === 0" variant="outlined" @click="reload">Try again</v-btn>
      <router-link v-else :to="{ name: 'read', params: { ticker } }">Back to reading {{ ticker }}</router-link>
    </div>
    <v-progress-linear v-else-if="!data" indeterminate color="primary" height="2" aria-label="Valuing" />
    <template v-else>
      <div class="top">
        <div>
          <h1>Discounted cash flow</h1>
          <p class="quiet">
            {{ data.assumptions.years }} years from FY {{ data.assumptions.base_year }}, {{ data.reporting_currency }} million, as of
            {{ data.as_of }}
          </p>
        </div>
        <div class="result" aria-live="polite">
          <button class="figure big" data-testid="per-share" aria-label="Value per share: open its working" @click="working()">
            {{ data.per_share == null ? 'n.m.' : number(data.per_share, 2) }}
          </button>
          <span class="quiet">{{ data.currency }} a share, price {{ data.price == null ? '–' : number(data.price, 2) }}</span>
          <strong v-if="data.upside != null" :class="data.upside >= 0 ? 'better' : 'worse'"
            >{{ data.upside >= 0 ? '▲' : '▼' }} {{ percent(Math.abs(data.upside)) }} % {{ data.upside >= 0 ? 'above' : 'below' }} the
            price</strong
          >
        </div>
        <div class="actions">
          <v-text-field v-model="title" label="Name of this valuation" maxlength="120" style="width: 170px" />
          <v-btn size="small" :disabled="!past.length" @click="back">Undo</v-btn>
          <v-btn size="small" @click="change({ figures: {}, drivers: {}, years: undefined, terminal: undefined, convention: undefined })"
            >Defaults</v-btn
          >
          <v-btn size="small" @click="save">Save</v-btn>
          <v-btn size="small" variant="flat" :disabled="!data.per_share || data.per_share <= 0" @click="decide">Decide</v-btn>
        </div>
      </div>
      <p v-if="taken && data.per_share != null && taken.per_share != null && taken.as_of !== data.as_of" class="attention">
        This valuation was saved as of {{ taken.as_of }} at {{ number(taken.per_share, 2) }}; on the data of {{ data.as_of }} it gives
        {{ number(data.per_share, 2) }}.
      </p>
      <p v-if="refused" class="worse" role="alert">
        {{ refused.message }} The figures shown are those of before. <v-btn size="x-small" @click="back">Undo</v-btn>
      </p>
      <p v-for="warning in data.warnings" :key="warning" class="attention">⚑ {{ warning }}</p>

      <DriverSheet :data="data" @driver="setDriver" @question="(line, i) => working(yearly(line, i))" />

      <div class="columns">
        <section>
          <h2>After the forecast</h2>
          <v-select
            :model-value="data.assumptions.terminal"
            :items="terminals"
            label="It goes on with"
            @update:model-value="(terminal: string) => change({ terminal })"
          />
          <AssumptionInput
            v-if="data.assumptions.terminal !== 'exit_multiple'"
            :assumption="figures.terminal_growth!"
            :refused="refused?.assumption === 'terminal_growth'"
            @set="setFigure('terminal_growth', $event)"
          />
          <AssumptionInput
            v-if="data.assumptions.terminal === 'return_on_new_capital'"
            :assumption="figures.return_on_new_capital!"
            @set="setFigure('return_on_new_capital', $event)"
          />
          <AssumptionInput
            v-if="data.assumptions.terminal === 'exit_multiple'"
            :assumption="figures.exit_multiple!"
            @set="setFigure('exit_multiple', $event)"
          />
          <div class="entry">
            <span>Years of forecast</span
            ><input
              class="assumption"
              type="number"
              min="1"
              max="30"
              :value="data.assumptions.years"
              aria-label="Years of forecast"
              @change="(event) => change({ years: Number((event.target as HTMLInputElement).value) })"
            />
          </div>
          <div class="entry">
            <span>Cash arrives</span
            ><v-btn-toggle
              :model-value="data.assumptions.convention"
              aria-label="Cash arrives"
              @update:model-value="(convention: string) => change({ convention })"
              ><v-btn value="mid_year" size="x-small">mid-year</v-btn><v-btn value="end_year" size="x-small">year end</v-btn></v-btn-toggle
            >
          </div>
          <div class="entry">
            <span>Share beyond the forecast</span><span>{{ data.terminal_share == null ? '–' : percent(data.terminal_share, 0) }} %</span>
          </div>
        </section>
        <section>
          <h2>Cost of capital</h2>
          <AssumptionInput v-for="name in capital" :key="name" :assumption="figures[name]!" @set="setFigure(name, $event)" />
          <div class="entry">
            <span>Cost of equity</span
            ><button class="figure" @click="working('discount_rate')">{{ percent(data.cost_of_equity, 2) }} %</button>
          </div>
          <div class="entry">
            <span>Weights at market value</span
            ><span>{{ percent(data.weights.equity, 0) }} % equity, {{ percent(data.weights.debt, 0) }} % debt</span>
          </div>
          <AssumptionInput
            :assumption="{ ...figures.discount_rate!, value: data.discount_rate }"
            @set="setFigure('discount_rate', $event)"
          />
        </section>
        <section>
          <h2>From the business to a share</h2>
          <div class="entry">
            <span>Enterprise value</span
            ><button class="figure" @click="working('enterprise_value')">
              {{ data.enterprise_value == null ? '–' : amount(data.enterprise_value) }}
            </button>
          </div>
          <template v-for="name in bridge" :key="name"
            ><AssumptionInput
              v-if="figures[name]!.value !== 0 || ['cash', 'debt'].includes(name)"
              :assumption="figures[name]!"
              @set="setFigure(name, $event)"
          /></template>
          <div class="entry">
            <span>Equity value</span
            ><button class="figure" @click="working('equity_value')">
              <strong>{{ data.equity_value == null ? '–' : amount(data.equity_value) }}</strong>
            </button>
          </div>
        </section>
      </div>

      <div class="columns">
        <section>
          <h2>What must one believe at {{ data.price == null ? '–' : number(data.price, 2) }}?</h2>
          <SheetTable :columns="beliefColumns" :rows="BELIEFS" :row-key="(name) => name">
            <template #cell-name="{ row: name }"
              >{{ label(name) }}<span v-if="data.assumptions.drivers[name]" class="quiet">, every year</span></template
            >
            <template #cell-needed="{ row: name }">
              <span :data-testid="`needed-${name}`">
                <strong v-if="solved.data?.solutions[name] != null">{{ percent(solved.data.solutions[name], 2) }}</strong><span
                  v-else
                  class="quiet"
                  :title="solved.status === 'success' ? 'No value in a sensible range does it' : ''"
                  >{{ solved.status === 'success' ? 'none does it' : '…' }}</span
                >
              </span>
            </template>
          </SheetTable>
        </section>
        <section>
          <h2>Buy below</h2>
          <SheetTable
            :columns="[
              { key: 'margin', head: 'Margin of safety', of: (entry) => `${percent(entry.margin, 0)} %` },
              {
                key: 'price',
                head: `Price, ${data.currency}`,
                of: (entry) => (entry.buy_below == null ? '–' : number(entry.buy_below, 2)),
              },
              { key: 'from', head: 'From today’s, %', of: (entry) => (entry.from_price == null ? '–' : percent(entry.from_price)) },
            ]"
            :rows="data.buy_below"
            :row-key="(entry) => entry.margin"
          />
        </section>
        <section v-if="saved.data?.length">
          <h2>Saved</h2>
          <ul>
            <li v-for="valuation in saved.data" :key="valuation.id">
              <a href="#" @click.prevent="take(valuation)">{{ valuation.name }}</a>
              <span class="quiet"
                >{{ valuation.per_share == null ? '–' : number(valuation.per_share, 2) }}, as of {{ valuation.as_of }}</span
              >
            </li>
          </ul>
        </section>
      </div>
      <SensitivityGrid :ticker="ticker!" :body="body" :price="data.price ?? null" :terminal="data.assumptions.terminal" :label="label" />
    </template>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  align-items: flex-end;
  gap: calc(var(--space) * 3) calc(var(--space) * 8.5);
  flex-wrap: wrap;
  margin-bottom: calc(var(--space) * 2);
}
.result {
  display: flex;
  align-items: baseline;
  gap: calc(var(--space) * 2.5);
}
.big {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-display);
  line-height: 1.1;
}
.actions {
  display: flex;
  align-items: center;
  gap: var(--space);
  margin-left: auto;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: calc(var(--space) * 2.5) calc(var(--space) * 9.5);
  margin-top: calc(var(--space) * 5);
}
.refusal {
  max-width: 620px;
}
ul {
  list-style: none;
  padding: 0;
}
</style>
