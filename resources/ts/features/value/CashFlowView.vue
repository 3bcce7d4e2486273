<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem } from '@/api/client'
import { download } from '@/design/download'
import { number, percent } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { partOf } from '@/features/margin/working'
import { useMargin } from '@/stores/margin'
import { useNotices } from '@/stores/notices'
import { useSubject } from '@/stores/subject'
import AfterForecast from './AfterForecast.vue'
import BeliefsTable from './BeliefsTable.vue'
import CostOfCapital from './CostOfCapital.vue'
import DriverSheet from './DriverSheet.vue'
import EquityBridge from './EquityBridge.vue'
import HandedOver from './HandedOver.vue'
import SensitivityGrid from './SensitivityGrid.vue'
import { read, written } from './methodFile'
import VersionChange from './VersionChange.vue'
import { useCashFlowSheet } from './sheet'

const route = useRoute()
const router = useRouter()
const subject = useSubject()
const margin = useMargin()
const notices = useNotices()
const props = defineProps<{ ticker: string }>()
const ticker = computed<string | null>(() => props.ticker)

const title = ref('Base case')
const note = ref('')
const { changes, past, change, setFigure, setDriver, back, body, sheet, reload } = useCashFlowSheet(ticker)

const { state: saved, reload: reloadSaved } = useAnswer('valuations', ticker, (asked, signal) =>
  asked ? ask(api.GET('/valuations', { params: { query: { ticker: asked } }, signal })) : null,
)
watch([() => saved.value.data, () => route.query.valuation] as const, ([list, id]) => {
  const wanted = list?.find((valuation) => String(valuation.id) === id && valuation.method === 'dcf')
  if (wanted) take(wanted)
})
/** Without what Compare handed over, which is no sheet. */
const ownSheets = computed(() => (saved.value.data ?? []).filter((of) => of.method === 'dcf'))
type Saved = NonNullable<typeof saved.value.data>[number]
const taken = ref<Saved | null>(null)
function take(valuation: Saved): void {
  taken.value = valuation
  title.value = valuation.name
  note.value = valuation.note
  changes.value = valuation.changes
}
async function save(): Promise<number | null> {
  if (!ticker.value) return null
  try {
    const { id } = await ask(
      api.POST('/valuations', { body: { ticker: ticker.value, name: title.value || 'Unnamed', note: note.value, ...body.value } }),
    )
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
/** The revenue and earnings the reader expects, put as drivers. */
async function takeOwnEstimates(): Promise<void> {
  if (!ticker.value) return
  try {
    const { drivers } = await ask(
      api.POST('/companies/{ticker}/cash-flow-value/own-estimates', { params: { path: { ticker: ticker.value } }, body: body.value }),
    )
    if (Object.keys(drivers).length) change({ drivers: { ...changes.value.drivers, ...drivers } })
    else notices.fail('You have written down no revenue or EBITDA for the year after the last reported one. Expectations has room for it.')
  } catch (error) {
    notices.fail(error)
  }
}
/** The revenue of the segments of the latest driver model, put as a driver. */
async function takeDrivenRevenue(): Promise<void> {
  if (!ticker.value) return
  try {
    const { drivers } = await ask(
      api.POST('/companies/{ticker}/cash-flow-value/driven-revenue', { params: { path: { ticker: ticker.value } }, body: body.value }),
    )
    if (Object.keys(drivers).length) change({ drivers: { ...changes.value.drivers, ...drivers } })
    else notices.fail('You have kept no model of how revenue arises for the year after the last reported one. Segments has room for it.')
  } catch (error) {
    notices.fail(error)
  }
}
async function takeOwnCost(): Promise<void> {
  if (!ticker.value) return
  try {
    const cost = await ask(api.GET('/companies/{ticker}/cost-of-capital', { params: { path: { ticker: ticker.value } } }))
    if (cost.kept_on === null || cost.rate === null) {
      notices.fail('You have kept no cost of capital of this company. Compare has room for it.')
      return
    }
    const of = (key: string): number => cost.inputs.find((input) => input.key === key)?.value ?? 0
    change({
      figures: {
        ...changes.value.figures,
        risk_free_rate: of('risk_free'),
        beta: of('beta'),
        equity_risk_premium: of('premium'),
        cost_of_debt: of('cost_of_debt'),
        marginal_tax_rate: of('tax'),
        discount_rate: cost.rate,
      },
    })
  } catch (error) {
    notices.fail(error)
  }
}
/** The sheet with its changes as a workbook that computes by itself. */
async function workbook(format: 'xlsx' | 'ods'): Promise<void> {
  try {
    const answer = api.POST('/companies/{ticker}/cash-flow-value/workbook', {
      params: { path: { ticker: props.ticker } },
      body: { ...body.value, format },
      parseAs: 'blob',
    }) as unknown as Promise<{ data?: Blob; error?: unknown; response: Response }>
    const file = await ask(answer)
    download(`${props.ticker.replace(':', ' ')} cash flow.${format}`, file, file.type)
  } catch (error) {
    notices.fail(error)
  }
}
const file = ref<HTMLInputElement | null>(null)
function write(): void {
  const of = sheet.value.data
  if (!of) return
  const { figures = {}, drivers = {}, years, terminal, convention } = changes.value
  const text = written({
    ticker: props.ticker,
    method: 'dcf',
    as_of: of.as_of,
    figures,
    rules: drivers,
    cases: [],
    forced: false,
    note: note.value,
    shape: { years, terminal, convention },
  })
  download(`${props.ticker.replace(':', ' ')} cash flow.json`, text, 'application/json')
}
async function readFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement
  const [chosen] = field.files ?? []
  if (!chosen) return
  try {
    const of = read(await chosen.text(), 'dcf', [...Object.keys(figures.value), ...Object.keys(data.value?.assumptions.drivers ?? {})])
    const { years, terminal, convention } = of.shape ?? {}
    change({ figures: of.figures, drivers: of.rules, years, terminal, convention })
    note.value = of.note
    notices.say(`Read: ${chosen.name}${of.ticker && of.ticker !== props.ticker ? `, made for ${of.ticker}` : ''}.`, back)
  } catch (error) {
    notices.fail(`${chosen.name} is left aside. ${error instanceof Error ? error.message : String(error)}`)
  } finally {
    field.value = ''
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
const perShare = computed(() => (data.value?.per_share == null ? 'n.m.' : number(data.value.per_share, 2)))
const figures = computed(() => data.value?.assumptions.figures ?? {})
const misfit = computed(() => (sheet.value.status === 'error' && !sheet.value.data ? sheet.value.error.message : null))
const refused = computed(() => (sheet.value.status === 'error' && sheet.value.data ? (sheet.value.error as Problem) : null))
const label = (name: string): string => data.value?.assumptions.drivers[name]?.label ?? figures.value[name]?.label ?? name
</script>

<template>
  <div>
    <div v-if="misfit" class="refusal">
      <h1>Discounted cash flow</h1>
      <p class="my-3" role="alert">{{ misfit }}</p>
      <v-btn v-if="sheet.status === 'error' && sheet.error.status === 0" variant="outlined" @click="reload">Try again</v-btn>
      <router-link v-else :to="{ name: 'value', params: { ticker } }">The methods that fit {{ ticker }}</router-link>
      <HandedOver class="mt-6" :ticker="props.ticker" :price="subject.company?.price.close ?? null" />
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
          <button
            class="figure big"
            data-testid="per-share"
            :aria-label="`Value per share ${perShare}: open its working`"
            @click="working()"
          >
            {{ perShare }}
          </button>
          <span class="quiet">{{ data.currency }} a share, price {{ data.price == null ? '–' : number(data.price, 2) }}</span>
          <strong v-if="data.upside != null" :class="data.upside >= 0 ? 'better' : 'worse'"
            >{{ data.upside >= 0 ? '▲' : '▼' }} {{ percent(Math.abs(data.upside)) }} % {{ data.upside >= 0 ? 'above' : 'below' }} the
            price</strong
          >
        </div>
        <div class="actions">
          <v-text-field v-model="title" label="Name of this valuation" maxlength="120" style="width: 170px" />
          <v-text-field v-model="note" label="Note" maxlength="2000" style="width: 130px" />
          <v-btn size="small" :disabled="!past.length" @click="back">Undo</v-btn>
          <v-btn size="small" @click="change({ figures: {}, drivers: {}, years: undefined, terminal: undefined, convention: undefined })"
            >Defaults</v-btn
          >
          <v-btn size="small" @click="takeOwnEstimates">My estimates</v-btn>
          <v-btn size="small" @click="takeDrivenRevenue">My segments</v-btn>
          <v-btn size="small" @click="takeOwnCost">My cost of capital</v-btn>
          <v-btn size="small" @click="workbook('xlsx')">XLSX</v-btn>
          <v-btn size="small" @click="workbook('ods')">ODS</v-btn>
          <v-btn size="small" @click="write">JSON</v-btn>
          <v-btn size="small" @click="file?.click()">Read JSON</v-btn>
          <input ref="file" type="file" accept="application/json,.json" hidden aria-label="Read a valuation file" @change="readFile" />
          <v-btn size="small" @click="save">Save</v-btn>
          <v-btn size="small" variant="flat" :disabled="!data.per_share || data.per_share <= 0" @click="decide">Decide</v-btn>
        </div>
      </div>
      <VersionChange v-if="taken" :valuation="taken.id" :currency="data.currency" />
      <p v-if="refused" class="worse" role="alert">
        {{ refused.message }} The figures shown are those of before. <v-btn size="x-small" @click="back">Undo</v-btn>
      </p>
      <p v-for="warning in data.warnings" :key="warning" class="attention">⚑ {{ warning }}</p>

      <DriverSheet :data="data" @driver="setDriver" @question="(line, i) => working(yearly(line, i))" />

      <div class="columns">
        <AfterForecast :data="data" :refused="refused?.assumption ?? null" @change="change" @figure="setFigure" />
        <CostOfCapital :data="data" @figure="setFigure" @working="working" />
        <EquityBridge :data="data" @figure="setFigure" @working="working" />
      </div>

      <div class="columns">
        <BeliefsTable :ticker="props.ticker" :body="body" :data="data" :stands="sheet.status === 'success'" :label="label" />
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
        <section v-if="ownSheets.length">
          <h2>Saved</h2>
          <ul>
            <li v-for="valuation in ownSheets" :key="valuation.id">
              <a href="#" @click.prevent="take(valuation)">{{ valuation.name }}</a>
              <span class="quiet"
                >{{ valuation.per_share == null ? '–' : number(valuation.per_share, 2) }}, as of {{ valuation.as_of }}</span
              >
            </li>
          </ul>
        </section>
      </div>
      <HandedOver class="mt-6" :ticker="props.ticker" :price="data.price ?? null" />
      <SensitivityGrid
        :ticker="props.ticker"
        :body="body"
        :price="data.price ?? null"
        :terminal="data.assumptions.terminal"
        :label="label"
      />
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
  flex-wrap: wrap;
  justify-content: flex-end;
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
