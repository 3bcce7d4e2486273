<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import SheetTable from '@/design/SheetTable.vue'
import WorkProgress from '@/design/WorkProgress.vue'
import { number, percent, readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { inputText, readInput, type MethodBody, type MethodInput } from './figures'

/** The value drawn ten thousand times from what its inputs may be. */
const props = defineProps<{
  ticker: string
  method: string
  body: MethodBody
  inputs: MethodInput[]
}>()
const session = useSession()
const notices = useNotices()
type Kind = 'normal' | 'log_normal' | 'uniform' | 'triangular'
const KINDS: [Kind, string][] = [
  ['normal', 'normal'],
  ['log_normal', 'log-normal'],
  ['uniform', 'uniform'],
  ['triangular', 'triangular'],
]
/** Half a width on each side of what is assumed: a point of a rate, a tenth of the rest. */
const drawn = reactive<Record<string, { kind: Kind; width: number }>>({})
/** How two inputs move together, by their names; nought where nothing is said. */
const together = reactive<Record<string, number>>({})
const draws = ref(10_000)
const seed = ref(1)
const told = ref<Schemas['MethodSimulation'] | null>(null)
watch(
  () => props.body,
  () => (told.value = null),
)
const choices = computed(() => props.inputs.filter((of) => of.unit !== 'years' && !of.choices.length && of.value !== null))
const usual = (of: MethodInput): number => (of.unit === 'percent' ? 0.01 : 0.1 * Math.abs(of.value ?? 1))
function toggle(of: MethodInput): void {
  if (drawn[of.name]) delete drawn[of.name]
  else drawn[of.name] = { kind: 'normal', width: usual(of) }
}
function widen(of: MethodInput, text: string): void {
  const read = readInput(of.unit, text)
  if (read === null || read < 0) notices.fail('Write a width from 0 up, such as 1.5.')
  else drawn[of.name]!.width = read
}
const distributions = computed(() =>
  Object.fromEntries(
    choices.value
      .filter((of) => drawn[of.name])
      .map((of) => {
        const { kind, width } = drawn[of.name]!
        const at = of.value!
        return [
          of.name,
          kind === 'normal' || kind === 'log_normal'
            ? { kind, mean: at, deviation: width }
            : { kind, low: at - width, mode: at, high: at + width },
        ]
      }),
  ),
)
const names = computed(() => Object.keys(distributions.value))
const pair = (a: string, b: string): string => [a, b].sort().join(' ')
function tie(a: string, b: string, text: string): void {
  const read = readNumber(text)
  if (read === null || Math.abs(read) > 1) notices.fail('A correlation is a number from −1 to 1, such as 0.3.')
  else together[pair(a, b)] = read
}
const correlations = computed(() =>
  names.value.flatMap((first, i) =>
    names.value
      .slice(i + 1)
      .map((second) => ({ first, second, value: together[pair(first, second)] ?? 0 }))
      .filter((of) => of.value !== 0),
  ),
)
const work = ref<Schemas['Task'] | null>(null)
const running = computed(() => work.value !== null && ['waiting', 'running'].includes(work.value.state))
const { state } = useAnswer(
  'value simulation',
  () => (running.value ? work.value!.id : null),
  (id, signal) => (id === null ? null : ask(api.GET('/value-simulations/{id}', { params: { path: { id } }, signal }))),
  (of) => (['waiting', 'running'].includes(of.task.state) ? 400 : false),
)
watch(
  () => state.value.data,
  (of) => {
    if (!of || of.task.id !== work.value?.id) return
    work.value = of.task
    if (of.result) told.value = of.result
    if (of.task.state === 'failed') notices.fail(of.task.message ?? 'The draws failed.')
  },
)
async function run(): Promise<void> {
  try {
    const begun = await ask(
      api.POST('/companies/{ticker}/values/{method}/simulate', {
        params: { path: { ticker: props.ticker, method: props.method }, query: session.asOf ? { as_of: session.asOf } : {} },
        body: {
          ...props.body,
          distributions: distributions.value,
          correlations: correlations.value,
          draws: draws.value,
          seed: seed.value,
        },
      }),
    )
    work.value = begun.task
    told.value = begun.result ?? null
  } catch (error) {
    notices.fail(error)
  }
}
async function cancel(): Promise<void> {
  if (!work.value) return
  try {
    await ask(api.DELETE('/tasks/{id}', { params: { path: { id: work.value.id } } }))
    work.value = null
    notices.say('The draws were cancelled.')
  } catch (error) {
    notices.fail(error)
  }
}
const highest = computed(() => Math.max(1, ...(told.value?.histogram ?? []).map((of) => of.count)))
const label = (name: string): string => props.inputs.find((of) => of.name === name)?.label ?? name
</script>

<template>
  <section class="mt-6">
    <h2>Drawn many times</h2>
    <p class="quiet">Choose which inputs are uncertain and by how much: a standard deviation, or half the width of the range.</p>
    <div class="two">
      <div>
        <div v-for="of in choices" :key="of.name" class="entry">
          <label><input type="checkbox" :checked="!!drawn[of.name]" @change="toggle(of)" /> {{ of.label }}</label>
          <template v-if="drawn[of.name]">
            <ChoiceField v-model="drawn[of.name]!.kind" :name="`How ${of.label} is spread`" :choices="KINDS" />
            <CommitInput
              class="assumption short"
              :aria-label="`Width of ${of.label}`"
              :model-value="inputText(of.unit, drawn[of.name]!.width)"
              @update:model-value="(text: string) => widen(of, text)"
            />
          </template>
        </div>
        <SheetTable
          v-if="names.length > 1"
          label="How they move together"
          :columns="[
            { key: 'input', head: 'Together', of: (name: string) => label(name) },
            ...names.slice(0, -1).map((name) => ({ key: name, head: label(name) })),
          ]"
          :rows="names.slice(1)"
          :row-key="(name) => name"
        >
          <template #cell="{ row: name, column }">
            <CommitInput
              v-if="names.indexOf(name) > column"
              class="assumption short"
              :aria-label="`Correlation of ${label(names[column]!)} and ${label(name)}`"
              :model-value="number(together[pair(names[column]!, name)] ?? 0, 2)"
              @update:model-value="(text: string) => tie(names[column]!, name, text)"
            />
          </template>
        </SheetTable>
        <div class="choices">
          <label class="quiet"
            >Draws
            <CommitInput
              class="assumption short"
              aria-label="Number of draws"
              :model-value="String(draws)"
              @update:model-value="(text: string) => (draws = Math.round(readNumber(text) ?? draws))"
          /></label>
          <label class="quiet"
            >Seed
            <CommitInput
              class="assumption short"
              aria-label="Seed"
              :model-value="String(seed)"
              @update:model-value="(text: string) => (seed = Math.round(readNumber(text) ?? seed))"
          /></label>
          <v-btn size="small" :disabled="!Object.keys(distributions).length || running" @click="run">Draw</v-btn>
          <v-btn v-if="running" size="small" @click="cancel">Cancel</v-btn>
        </div>
      </div>
      <div v-if="running"><WorkProgress :work="work" what="draws" label="Progress of the draws" /></div>
      <div v-else-if="told" data-testid="simulated" aria-live="polite">
        <p>
          <strong v-if="told.chance_above_price !== null">{{ percent(told.chance_above_price) }} %</strong> of
          {{ number(told.draws, 0) }} draws lie above the price; the middle one is
          {{ told.percentiles[4]?.value == null ? '–' : number(told.percentiles[4]!.value!, 2) }}, the mean
          {{ told.mean === null ? '–' : number(told.mean, 2)
          }}<template v-if="told.without_value">; {{ number(told.without_value, 0) }} have no value</template>.
        </p>
        <div class="bins" role="img" aria-label="How often each value was drawn">
          <i
            v-for="of in told.histogram"
            :key="of.from"
            :class="{ above: told.price !== null && of.from >= told.price }"
            :style="{ height: `${(100 * of.count) / highest}%` }"
            :title="`${number(of.from, 2)} to ${number(of.to, 2)}: ${of.count}`"
          />
        </div>
        <div class="ends quiet">
          <span>{{ told.histogram.length ? number(told.histogram[0]!.from, 2) : '' }}</span>
          <span>{{ told.histogram.length ? number(told.histogram.at(-1)!.to, 2) : '' }}</span>
        </div>
        <p class="quiet">
          <span v-for="of in told.percentiles" :key="of.at" class="percentile"
            >{{ percent(of.at, 0) }} %: {{ of.value === null ? '–' : number(of.value, 2) }}</span
          >
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(430px, 1fr));
  gap: calc(var(--space) * 4) calc(var(--space) * 9);
  align-items: start;
}
.two > :last-child {
  position: sticky;
  top: calc(var(--space) * 4);
}
.entry {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 3);
  min-height: 28px;
}
.entry label {
  flex: 1;
}
.short {
  width: 5.5em;
}
.bins {
  display: flex;
  align-items: flex-end;
  gap: calc(var(--space) / 4);
  height: 130px;
}
.bins i {
  flex: 1;
  background: rgb(var(--v-theme-quiet));
  opacity: 0.45;
}
.bins .above {
  background: rgb(var(--v-theme-primary));
  opacity: 0.75;
}
.ends {
  display: flex;
  justify-content: space-between;
}
.percentile {
  display: inline-block;
  margin-right: calc(var(--space) * 4);
}
</style>
