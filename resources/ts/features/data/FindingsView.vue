<script setup lang="ts">
import ChoiceField from '@/design/ChoiceField.vue'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { amount, number } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** What does not hold together in the statements of all companies, or of one, heaviest first, with the step that mends it. */
const props = defineProps<{ ticker: string }>()
const PAGE = 50
const session = useSession()
const notices = useNotices()
const check = ref('')
const accepted = ref(false)
const offset = ref(0)
watch([() => props.ticker, check, accepted], () => (offset.value = 0))
const { state, reload } = useAnswer(
  'findings',
  () => ({ ticker: props.ticker, check: check.value, accepted: accepted.value, offset: offset.value }),
  ({ ticker, check, accepted, offset }, signal) =>
    ask(
      api.GET('/findings', {
        params: { query: { ...(ticker ? { ticker } : {}), ...(check ? { check } : {}), accepted, offset, limit: PAGE } },
        signal,
      }),
    ),
)
const names: Record<string, string> = {
  balance: 'Balance sheet does not balance',
  unit_slip: 'Slip of units',
  repeated_period: 'Repeated period',
  sign: 'Wrong sign',
  split: 'Counts before a split',
  share_count_jump: 'Share count jumps between reports',
  sum_of_parts: 'Parts and total differ',
  cash_roll_forward: 'Cash does not roll forward',
  quarters_sum_to_year: 'Quarters and year differ',
  earnings_per_share: 'Earnings per share and share count differ',
  period_length: 'Odd length of a year',
  missing_year: 'Missing year',
}
const checks = computed((): [string, string][] => [
  ['', 'all'],
  ...Object.entries(state.value.data?.checks ?? {}).map(([key, count]): [string, string] => [key, `${names[key] ?? key} (${count})`]),
])
const total = computed(() => state.value.data?.total ?? 0)
const show = (value: number | null): string =>
  value === null ? '–' : Math.abs(value) >= 1e4 ? amount(value) : number(value, Number.isInteger(value) ? 0 : 2)

async function mend(finding: Schemas['Finding'], remedy: number): Promise<void> {
  try {
    const { batch } = await ask(
      api.POST('/companies/{ticker}/findings/mend', { params: { path: { ticker: finding.ticker } }, body: { key: finding.key, remedy } }),
    )
    session.figuresChanged()
    notices.say(`${finding.remedies[remedy]!.label}: done for ${finding.company}.`, async () => {
      await ask(api.DELETE('/corrections/{batch}', { params: { path: { batch } } }))
      session.figuresChanged()
    })
  } catch (error) {
    notices.fail(error)
    reload()
  }
}
async function accept(finding: Schemas['Finding']): Promise<void> {
  try {
    const { id } = await ask(
      api.POST('/companies/{ticker}/judgements', {
        params: { path: { ticker: finding.ticker } },
        body: { subject: `finding:${finding.key}` },
      }),
    )
    session.figuresChanged()
    notices.say('Accepted as it is.', () => reopen(id))
  } catch (error) {
    notices.fail(error)
  }
}
async function reopen(id: number): Promise<void> {
  await ask(api.DELETE('/judgements/{id}', { params: { path: { id } } }))
  session.figuresChanged()
}
</script>

<template>
  <div>
    <div class="choices">
      <ChoiceField v-model="check" label="Kind" name="Kind of finding" :choices="checks" />
      <label><input v-model="accepted" type="checkbox" /> accepted ones ({{ state.data?.accepted ?? 0 }})</label>
      <span v-if="ticker" class="quiet"
        >only {{ ticker }} · <router-link :to="{ name: 'data', params: { view: 'findings' } }">all companies</router-link></span
      >
      <span v-if="state.data" class="quiet">{{ total }} findings</span>
    </div>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.findings.length" class="quiet">
      {{ accepted ? 'Nothing was accepted.' : ticker ? 'These statements hold together.' : 'All statements hold together.' }}
    </p>
    <article v-for="finding in state.data?.findings ?? []" :key="`${finding.ticker} ${finding.key}`">
      <div class="weight" :title="`Weight ${finding.weight} of 100`"><span :style="{ height: `${finding.weight}%` }" /></div>
      <div class="text">
        <p>
          <router-link :to="{ name: 'read', params: { ticker: finding.ticker, view: 'statements' } }">{{ finding.company }}</router-link>
          <span class="quiet">{{ finding.ticker }} · {{ names[finding.check] ?? finding.check }}</span>
        </p>
        <p>{{ finding.sentence }}</p>
        <p class="quiet">{{ finding.cause }}</p>
      </div>
      <div class="figures">
        <template v-if="finding.stated !== null"
          >stated {{ show(finding.stated ?? null) }}<br /><template v-if="finding.computed !== null"
            >by the rest {{ show(finding.computed ?? null) }}</template
          ></template
        >
      </div>
      <div class="steps">
        <template v-if="!accepted">
          <div v-for="(remedy, i) in finding.remedies" :key="remedy.label" class="remedy">
            <v-btn size="small" variant="outlined" @click="mend(finding, i)">{{ remedy.label }}</v-btn>
            <details v-if="remedy.figures.length">
              <summary>Before and after</summary>
              <p v-for="figure in remedy.figures" :key="`${figure.line} ${figure.period}`" class="quiet">
                {{ figure.label }}: {{ show(figure.before) }} → {{ figure.value === null ? 'struck out' : show(figure.value) }}
              </p>
            </details>
          </div>
          <v-btn size="small" @click="accept(finding)">Accept as it is</v-btn>
        </template>
        <v-btn v-else-if="finding.judgement" size="small" @click="reopen(finding.judgement)">Open again</v-btn>
      </div>
    </article>
    <div v-if="total > PAGE" class="mt-3">
      <v-btn size="small" :disabled="offset === 0" @click="offset -= PAGE">Heavier</v-btn>
      <span class="quiet mx-2">{{ offset + 1 }} to {{ Math.min(offset + PAGE, total) }} of {{ total }}</span>
      <v-btn size="small" :disabled="offset + PAGE >= total" @click="offset += PAGE">Lighter</v-btn>
    </div>
  </div>
</template>

<style scoped>
article {
  display: grid;
  grid-template-columns: 7px 1fr 150px 250px;
  gap: calc(var(--space) * 4);
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  padding: calc(var(--space) * 2) 0;
}
.weight {
  background: rgb(var(--v-theme-wash));
  display: flex;
  align-items: flex-end;
}
.weight span {
  background: rgb(var(--v-theme-accent));
  width: 100%;
}
.figures {
  text-align: right;
}
.steps {
  display: flex;
  flex-direction: column;
  gap: var(--space);
  align-items: flex-start;
  min-width: 0;
}
.remedy,
.steps :deep(.v-btn) {
  max-width: 100%;
}
.steps :deep(.v-btn) {
  height: auto;
  min-height: 28px;
  padding-block: var(--space);
}
.steps :deep(.v-btn__content) {
  white-space: normal;
  text-align: left;
}
</style>
