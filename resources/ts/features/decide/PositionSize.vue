<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import CommitInput from '@/design/CommitInput.vue'
import { amount, number, percent, readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** How much may be bought: what is left of a cap for the position and for its sector, of the loss one would bear, and of cash. */
const props = defineProps<{ ticker: string; price: number; currency: string; sector: string; invalidation: number | null }>()
const emit = defineEmits<{ size: [of: Schemas['DecidedSize'] | null] }>()
const session = useSession()
const notices = useNotices()
/** Rules of one's own hold for every company; what the sector holds and where one was wrong are of this one. */
const rules = useLocalStorage<Record<string, number | null>>('position rules', {
  portfolio: null,
  cash: null,
  position_cap: 0.08,
  sector_cap: 0.25,
  loss_limit: 0.01,
})
const own = ref<Record<string, number | null>>({})
watch(
  () => props.ticker,
  () => (own.value = {}),
)
const FIELDS: { key: string; word: string; isPart: boolean; isRule: boolean }[] = [
  { key: 'portfolio', word: 'Worth of the portfolio', isPart: false, isRule: true },
  { key: 'cash', word: 'Cash in it', isPart: false, isRule: true },
  { key: 'position_cap', word: 'At most in one company', isPart: true, isRule: true },
  { key: 'sector_cap', word: 'At most in its sector', isPart: true, isRule: true },
  { key: 'in_sector', word: 'In the sector now', isPart: false, isRule: false },
  { key: 'held', word: 'Shares held now', isPart: false, isRule: false },
  { key: 'loss_limit', word: 'Loss one would bear', isPart: true, isRule: true },
  { key: 'invalidation', word: 'Price that proves one wrong', isPart: false, isRule: false },
]
type Field = (typeof FIELDS)[number]
const valueOf = (of: Field): number | null =>
  (of.isRule ? rules.value[of.key] : of.key === 'invalidation' ? (own.value[of.key] ?? props.invalidation) : own.value[of.key]) ?? null
const shown = (of: Field): string => {
  const value = valueOf(of)
  return value === null ? '' : of.isPart ? `${percent(value, 1)} %` : number(value, value % 1 ? 2 : 0)
}
function type(of: Field, text: string): void {
  const read = text.trim() === '' ? null : readNumber(text.replace('%', ''))
  if ((text.trim() !== '' && read === null) || (read !== null && (read < 0 || (of.isPart && read > 100)))) {
    notices.fail(`Write ${of.word.toLowerCase()} as ${of.isPart ? 'a percentage from 0 to 100' : 'a number from 0 up'}, or nothing.`)
    return
  }
  const value = read === null ? null : of.isPart ? read / 100 : read
  if (of.isRule) rules.value = { ...rules.value, [of.key]: value }
  else own.value = { ...own.value, [of.key]: value }
}
const { state } = useAnswer(
  'position size',
  () => ({ price: props.price, figures: FIELDS.map((of): [string, number | null] => [of.key, valueOf(of)]) }),
  ({ price, figures }, signal) => {
    const known = Object.fromEntries(figures.filter((of): of is [string, number] => of[1] !== null))
    return known.portfolio
      ? ask(api.GET('/position-size', { params: { query: { price, ...known, portfolio: known.portfolio } }, signal }))
      : null
  },
)
const data = computed(() => (rules.value.portfolio ? state.value.data : undefined))
watch(
  data,
  (of) => emit('size', of?.binding ? { quantity: of.quantity, money: of.cost, weight: of.weight_after, binding: of.binding } : null),
  { immediate: true },
)
const { state: portfolios } = useAnswer('portfolios', null, (_, signal) => ask(api.GET('/portfolios', { signal })))
/** What a portfolio is worth, has in cash, in the sector and of this company. */
async function takeFrom(id: number): Promise<void> {
  try {
    const query = session.asOf ? { as_of: session.asOf } : {}
    const of = await ask(api.GET('/portfolios/{id}', { params: { path: { id }, query } }))
    rules.value = { ...rules.value, portfolio: of.total, cash: of.cash.reduce((sum, one) => sum + (one.value ?? 0), 0) }
    own.value = {
      ...own.value,
      in_sector: of.positions
        .filter((one) => [one.sector, one.sector_label].includes(props.sector))
        .reduce((sum, one) => sum + (one.value ?? 0), 0),
      held: of.positions.find((one) => one.ticker === props.ticker)?.quantity ?? 0,
    }
    notices.say(`Taken from ${of.name}, in ${of.currency}.`)
  } catch (error) {
    notices.fail(error)
  }
}
const other = ref('')
const { state: split } = useAnswer(
  'position split',
  () => ({ ticker: props.ticker, with: other.value.trim(), asOf: session.asOf }),
  ({ ticker, with: other, asOf }, signal) =>
    other
      ? ask(api.GET('/position-split', { params: { query: { ticker, with: other, ...(asOf ? { as_of: asOf } : {}) } }, signal }))
      : null,
)
const BINDS: Record<string, string> = {
  position: 'the cap for one company',
  sector: 'the cap for its sector',
  loss: 'the loss one would bear',
  cash: 'the cash there is',
}
</script>

<template>
  <section>
    <p v-if="portfolios.data?.length" class="take">
      <v-btn v-for="of in portfolios.data" :key="of.id" size="small" @click="takeFrom(of.id)">Take the figures of {{ of.name }}</v-btn>
    </p>
    <div class="two">
      <div>
        <div v-for="of in FIELDS" :key="of.key" class="entry">
          <span>{{ of.word }}</span>
          <CommitInput
            class="assumption"
            :aria-label="of.word"
            :model-value="shown(of)"
            @update:model-value="(text: string) => type(of, text)"
          />
        </div>
      </div>
      <div>
        <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
        <p v-else-if="!data" class="quiet">Say what the portfolio is worth, in {{ currency }}; the rules are kept for the next company.</p>
        <p v-else-if="data.binding === null" class="quiet">Without a limit nothing says how much.</p>
        <template v-else>
          <p data-testid="size" aria-live="polite">
            <strong class="big">{{ number(data.quantity ?? 0, 0) }}</strong> shares for {{ amount(data.cost ?? 0) }} {{ currency }}:
            {{ BINDS[data.binding] }} binds.
          </p>
          <p class="quiet">
            The position would be {{ percent(data.weight_after ?? 0, 1) }} % of the portfolio<template
              v-if="data.loss_at_invalidation !== null"
              >; at the price that proves one wrong it would have lost {{ percent(data.loss_at_invalidation, 2) }} % of it</template
            >.
          </p>
          <ul class="quiet">
            <li v-for="(money, key) in data.limits ?? {}" :key="key">
              <template v-if="money !== null">{{ BINDS[key] }}: up to {{ amount(money) }}</template>
            </li>
          </ul>
        </template>
        <h3 class="mt-4">Half here, half there?</h3>
        <CommitInput v-model="other" class="assumption other" aria-label="Ticker of the other company" placeholder="ticker of another" />
        <p v-if="other && split.status === 'error'" class="worse" role="alert">{{ split.error.message }}</p>
        <p v-else-if="other && split.data" data-testid="split">
          <template v-if="split.data.halves_volatility === null">Too few common days of trading in a year.</template>
          <template v-else>
            The whole in {{ ticker }} moves {{ percent(split.data.volatility ?? 0) }} % a year, in {{ other.toUpperCase() }}
            {{ percent(split.data.other_volatility ?? 0) }} %; two halves <strong>{{ percent(split.data.halves_volatility) }} %</strong
            ><template v-if="split.data.correlation !== null"> (correlation {{ number(split.data.correlation, 2) }})</template>.<template
              v-if="data?.binding"
            >
              Half of what binds here would be {{ number(Math.floor((data.quantity ?? 0) / 2), 0) }} shares<template
                v-if="data.loss_at_invalidation !== null"
                >, with half the loss where one was wrong</template
              >.</template
            >
          </template>
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(320px, 420px) 1fr;
  gap: calc(var(--space) * 9);
}
.entry {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 28px;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
.entry input {
  width: 8em;
}
.big {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-display);
}
ul {
  list-style: none;
  padding: 0;
}
.take {
  display: flex;
  flex-wrap: wrap;
  gap: calc(var(--space) * 2);
}
.other {
  width: 12em;
}
</style>
