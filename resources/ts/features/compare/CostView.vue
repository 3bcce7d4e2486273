<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import CommitInput from '@/design/CommitInput.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { amount, number, percent, readNumber } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'
import { useAddressedChoices } from '@/shell/addressed'
import { useSession } from '@/stores/session'
import { useLinked } from './link'

/** What capital costs the company: each input with what else it could be and what that would make of the whole. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const queries = useQueryClient()
type Cost = Schemas['CostOfCapital']
type Input = Cost['inputs'][number]
interface Choices {
  inputs: Record<string, { key: string; own: number | null }>
  extra: { name: string; rate: number; reason: string }[]
  leases: boolean
}
const asOf = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
/** Null until something is chosen: then what is kept is shown. */
const choices = useAddressedChoices<Choices>('choices', { inputs: {}, extra: [], leases: true })
watch(
  () => props.ticker,
  () => (choices.value = null),
)
const { state, reload } = useAnswer(
  'cost of capital',
  () => ({ ticker: props.ticker, query: asOf.value, body: choices.value }),
  ({ ticker, query, body }, signal) =>
    body
      ? ask(api.POST('/companies/{ticker}/cost-of-capital', { params: { path: { ticker }, query }, body, signal }))
      : ask(api.GET('/companies/{ticker}/cost-of-capital', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
const now = (): Choices => ({
  inputs: Object.fromEntries((data.value?.inputs ?? []).map((of) => [of.key, { key: of.choice, own: of.own }])),
  extra: (data.value?.extra ?? []).map((of) => ({ ...of, reason: of.reason ?? '' })),
  leases: data.value?.leases ?? true,
})
useLinked(() => (data.value ? { choices: JSON.stringify(now()) } : {}))
function choose(input: Input, key: string, own: number | null = null): void {
  choices.value = { ...now(), inputs: { ...now().inputs, [input.key]: { key, own } } }
}
const told = (input: Input, value: number | null): string =>
  value === null ? '–' : input.unit === 'percent' ? `${percent(value, 2)} %` : number(value, 2)
function type(input: Input, text: string): void {
  const read = readNumber(text)
  if (read === null) notices.fail('Write a number, such as 4.5.')
  else choose(input, 'own', input.unit === 'percent' ? read / 100 : read)
}
const premium = reactive({ name: '', rate: '', reason: '' })
function addPremium(): void {
  const rate = readNumber(premium.rate)
  if (rate === null || !premium.name.trim() || !premium.reason.trim()) {
    notices.fail('A premium has a name, a rate in per cent and a reason.')
    return
  }
  choices.value = { ...now(), extra: [...now().extra, { name: premium.name, rate: rate / 100, reason: premium.reason }] }
  Object.assign(premium, { name: '', rate: '', reason: '' })
}
async function keep(): Promise<void> {
  try {
    await ask(
      api.PUT('/companies/{ticker}/cost-of-capital', { params: { path: { ticker: props.ticker }, query: asOf.value }, body: now() }),
    )
    choices.value = null
    await queries.invalidateQueries({ queryKey: ['cost of capital'] })
    notices.say('The cost of capital is kept. Value takes it under “My cost of capital”.')
  } catch (error) {
    notices.fail(error)
  }
}
async function forget(): Promise<void> {
  const before = now()
  try {
    await ask(api.DELETE('/companies/{ticker}/cost-of-capital', { params: { path: { ticker: props.ticker }, query: asOf.value } }))
    choices.value = null
    await queries.invalidateQueries({ queryKey: ['cost of capital'] })
    notices.say('The choices are those one starts with.', async () => {
      choices.value = before
      await keep()
    })
  } catch (error) {
    notices.fail(error)
  }
}
const NAMES: Record<string, string> = { equity: 'Equity', debt: 'Debt', leases: 'Leases', preferred: 'Preferred shares' }
type Class = Cost['classes'][number]
const classes: SheetColumn<Class>[] = [
  { key: 'name', head: 'Class', of: (of) => NAMES[of.name] ?? of.name },
  { key: 'value', head: 'Value', of: (of) => amount(of.value) },
  { key: 'weight', head: 'Weight', of: (of) => `${percent(of.weight)} %` },
  { key: 'cost', head: 'Cost', of: (of) => `${percent(of.cost, 2)} %` },
  { key: 'after', head: 'After tax', of: (of) => `${percent(of.after_tax, 2)} %` },
  { key: 'part', head: 'Of the whole', of: (of) => `${percent(of.weight * of.after_tax, 2)} %` },
]
/** What the whole would be with each other choice, on one scale. */
const rates = computed(() => {
  const all = (data.value?.inputs ?? []).flatMap((of) => of.alternatives.flatMap((one) => (one.rate === null ? [] : [one.rate])))
  return { low: Math.min(...all), high: Math.max(...all) }
})
const at = (rate: number): number =>
  rates.value.high > rates.value.low ? (100 * (rate - rates.value.low)) / (rates.value.high - rates.value.low) : 50
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <div class="choices">
        <strong class="rate">{{ data.rate === null ? '–' : `${percent(data.rate, 2)} %` }}</strong>
        <span class="quiet"
          >a year after tax; owners ask for {{ data.cost_of_equity === null ? '–' : `${percent(data.cost_of_equity, 2)} %` }}</span
        >
        <v-btn size="small" :disabled="data.rate === null" @click="keep">{{
          choices ? 'Keep' : data.kept_on ? `Kept on ${data.kept_on}` : 'Keep'
        }}</v-btn>
        <v-btn v-if="data.kept_on || choices" size="small" @click="forget">Start anew</v-btn>
        <v-btn size="small" :aria-pressed="data.leases" @click="choices = { ...now(), leases: !data.leases }">Leases as a class</v-btn>
      </div>
      <p v-if="data.why_not" class="worse">{{ data.why_not }}</p>
      <p v-for="warning in data.warnings" :key="warning" class="attention">⚑ {{ warning }}</p>
      <div class="inputs">
        <section v-for="input in data.inputs" :key="input.key">
          <h3>
            {{ input.label }} <strong>{{ told(input, input.value) }}</strong>
          </h3>
          <label v-for="of in input.alternatives" :key="of.key" class="way" :class="{ absent: of.value === null }">
            <input
              type="radio"
              :name="`${input.key} choice`"
              :checked="input.choice === of.key"
              :disabled="of.value === null"
              @change="choose(input, of.key)"
            />
            <span>{{ of.label }}</span><span class="figure-text">{{ told(input, of.value) }}</span>
            <span class="scale" aria-hidden="true"><span v-if="of.rate !== null" :style="{ left: `${at(of.rate)}%` }" /></span>
            <span class="figure-text quiet" :title="'The whole with this choice'">{{
              of.rate === null ? '' : `${percent(of.rate, 1)} %`
            }}</span>
            <span class="source">{{ of.source }}</span>
          </label>
          <label class="way">
            <input
              type="radio"
              :name="`${input.key} choice`"
              :checked="input.choice === 'own'"
              @change="choose(input, 'own', input.value ?? 0)"
            />
            <span>Own</span>
            <CommitInput
              class="assumption short"
              :aria-label="`${input.label}, own`"
              :model-value="input.own === null ? '' : input.unit === 'percent' ? number(100 * input.own, 2) : number(input.own, 2)"
              @update:model-value="(text: string) => text.trim() && type(input, text)"
            />
          </label>
        </section>
      </div>
      <div class="two">
        <SheetTable label="Classes of capital" :columns="classes" :rows="data.classes" :row-key="(of) => of.name" />
        <section>
          <h3>Premia beside</h3>
          <div v-for="(of, i) in data.extra" :key="i" class="entry">
            <span>{{ of.name }}: {{ of.reason }}</span
            ><span
              >{{ percent(of.rate, 2) }} %
              <v-btn
                size="x-small"
                :aria-label="`Take away ${of.name}`"
                @click="choices = { ...now(), extra: now().extra.filter((_, at) => at !== i) }"
                >Take away</v-btn
              ></span
            >
          </div>
          <form class="premium" @submit.prevent="addPremium">
            <input v-model="premium.name" class="assumption" placeholder="size, place …" aria-label="Name of the premium" @keydown.stop />
            <input
              v-model="premium.rate"
              class="assumption short"
              placeholder="%"
              aria-label="Rate of the premium, per cent"
              @keydown.stop
            />
            <input v-model="premium.reason" class="assumption" placeholder="why" aria-label="Reason for the premium" @keydown.stop />
            <v-btn size="small" type="submit">Add</v-btn>
          </form>
        </section>
      </div>
      <p class="quiet">The small scale shows what the whole would cost with that choice and everything else as it is.</p>
    </template>
  </div>
</template>

<style scoped>
.rate {
  font-size: var(--type-large);
}
.inputs {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(480px, 1fr));
  gap: calc(var(--space) * 4) calc(var(--space) * 9);
}
.way {
  display: grid;
  grid-template-columns: 18px minmax(170px, 1fr) 70px 120px 60px;
  gap: 0 calc(var(--space) * 2);
  align-items: center;
  margin-bottom: var(--space);
}
.absent {
  color: rgb(var(--v-theme-quiet));
}
.figure-text {
  text-align: right;
}
.scale {
  position: relative;
  height: 10px;
  background: linear-gradient(rgb(var(--v-theme-rule)), rgb(var(--v-theme-rule))) center / 100% 1px no-repeat;
}
.scale span {
  position: absolute;
  top: 1px;
  width: 3px;
  height: 8px;
  background: rgb(var(--v-theme-primary));
}
.source {
  grid-column: 2 / -1;
  color: rgb(var(--v-theme-quiet));
  font-size: var(--type-small);
}
.short {
  width: 4.5em;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: calc(var(--space) * 9);
  margin-top: calc(var(--space) * 4);
  align-items: start;
}
.premium {
  display: flex;
  gap: calc(var(--space) * 2);
  margin-top: calc(var(--space) * 2);
}
</style>
