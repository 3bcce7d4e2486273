<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import CommitInput from '@/design/CommitInput.vue'
import { amount, number, percent, readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'

/** How much may be bought: what is left of a cap for the position and for its sector, of the loss one would bear, and of cash. */
const props = defineProps<{ ticker: string; price: number; currency: string }>()
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
const valueOf = (of: Field): number | null => (of.isRule ? rules.value[of.key] : own.value[of.key]) ?? null
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
const BINDS: Record<string, string> = {
  position: 'the cap for one company',
  sector: 'the cap for its sector',
  loss: 'the loss one would bear',
  cash: 'the cash there is',
}
</script>

<template>
  <section class="mt-6">
    <h2>How much</h2>
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
</style>
