<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, nextTick, reactive, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import FigureButton from '@/features/margin/FigureButton.vue'
import MetricField from '@/features/find/MetricField.vue'
import type { Figure } from '@/api/client'
import { useAddressed } from '@/shell/addressed'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import PeerProposals from './PeerProposals.vue'
import { choiceOf, effect, figure, isSame, type Choice, type Member } from './peers'

/** Whom the company is compared with: in or out with a reason, what speaks against each, and what each does to the group. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const queries = useQueryClient()
const told = useAddressed<string>('figure', '')
const asOf = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
const { state, reload } = useAnswer(
  'peers',
  () => ({ ticker: props.ticker, query: { ...asOf.value, ...(told.value ? { figure: told.value } : {}) } }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/peers', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
const unit = computed(() => data.value?.figure.unit ?? 'times')
const kept = computed<Choice[]>(() => (data.value?.peers ?? []).map(choiceOf))

/** Reasons being written, by ticker. */
const reasons = reactive<Record<string, string>>({})
watch(
  kept,
  (of) => {
    for (const one of of) reasons[one.ticker] = one.reason ?? ''
  },
  { immediate: true },
)

const rows = computed(() => [...(data.value?.peers ?? [])].sort((a, b) => Number(b.in) - Number(a.in)))
const columns = computed<SheetColumn<Member>[]>(() => [
  { key: 'name', head: 'Peer' },
  { key: 'in', head: 'In' },
  { key: 'industry', head: 'Industry', of: (of) => of.industry ?? '–' },
  { key: 'value', head: data.value?.figure.label ?? '' },
  { key: 'effect', head: 'The median', of: (of) => effect(of, data.value!.median, unit.value) },
  { key: 'against', head: 'What speaks against it' },
  { key: 'reason', head: 'Reason' },
  { key: 'away', head: '' },
])

async function keep(choices: Choice[], said: string): Promise<void> {
  const before = data.value?.chosen && data.value.linked === null ? kept.value : null
  try {
    await ask(
      api.PUT('/companies/{ticker}/peers', { params: { path: { ticker: props.ticker }, query: asOf.value }, body: { peers: choices } }),
    )
    // What was kept is the reader's own, whatever a link brought along.
    session.showPeers(null)
    await queries.invalidateQueries({ predicate: ({ queryKey }) => String(queryKey[0]).startsWith('peer') })
    notices.say(said, before && !isSame(before, choices) ? () => keep(before, 'The peers are as they were.') : undefined)
  } catch (error) {
    notices.fail(error)
  }
}
const name = (ticker: string): string => data.value?.peers.find((of) => of.ticker === ticker)?.name ?? ticker

async function toggle(ticker: string): Promise<void> {
  const now = kept.value.find((of) => of.ticker === ticker)?.in
  await keep(
    kept.value.map((of) => (of.ticker === ticker ? { ...of, in: !of.in } : of)),
    `${name(ticker)} is ${now ? 'left out' : 'in'}.`,
  )
  // The row has moved across the line: whoever works by key stays with it.
  await nextTick()
  document.querySelector<HTMLElement>(`[data-peer="${CSS.escape(ticker)}"]`)?.focus()
}
function explain(ticker: string): void {
  const reason = reasons[ticker]?.trim() || null
  if (reason !== kept.value.find((of) => of.ticker === ticker)?.reason)
    void keep(
      kept.value.map((of) => (of.ticker === ticker ? { ...of, reason } : of)),
      `The reason for ${name(ticker)} is kept.`,
    )
}
const drop = (ticker: string) =>
  keep(
    kept.value.filter((of) => of.ticker !== ticker),
    `${name(ticker)} is no longer looked at.`,
  )
const add = (peer: { ticker: string; name: string }) =>
  keep([...kept.value, { ticker: peer.ticker, in: true, reason: null }], `${peer.name} is among the peers.`)

const version = ref(0)
const versions = computed<[number, string][]>(() => [
  [0, data.value?.version ? `Version ${data.value.version}` : 'Not kept yet'],
  ...(data.value?.versions ?? [])
    .slice(1)
    .map((of): [number, string] => [of.version, `Back to version ${of.version} of ${of.kept_on ?? ''}, ${of.peers.length} companies`]),
])
watch(version, async (to) => {
  const of = data.value?.versions.find((one) => one.version === to)
  version.value = 0
  if (of) await keep(of.peers, `The peers are those of version ${of.version}.`)
})
const value = (member: Member): Pick<Figure, 'value' | 'unit' | 'state' | 'reason'> => ({
  value: member.value,
  unit: unit.value as Figure['unit'],
  state: member.value === null ? 'missing' : 'value',
  reason: null,
})
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <div class="choices">
        <ChoiceField v-model="version" name="Version of the peers" :choices="versions" />
        <span class="quiet">Effect on the median of</span>
        <MetricField
          :model-value="told || data.figure.key"
          label="Figure whose median is told"
          @update:model-value="(key: string) => (told = key)"
        />
        <v-btn v-if="(!data.chosen || data.linked !== null) && rows.length" size="small" @click="keep(kept, 'These are the peers now.')"
          >Take these as peers</v-btn
        >
      </div>
      <p v-if="data.linked !== null" class="attention" role="status">
        A link brought these peers along{{ data.linked ? `: ${data.linked} chose them` : ', the closest by their figures' }}. To change one
        makes them yours.
      </p>
      <p v-else-if="!data.chosen" class="quiet">
        Nobody has chosen yet: these are the closest by their figures. Choose from below, or take them; press <kbd>x</kbd> on one to leave
        it out.
      </p>
      <p v-if="!data.subject.listed" class="worse">{{ data.subject.name }} is not traded on this day, so nothing can be close to it.</p>
      <SheetTable
        v-if="rows.length"
        label="Peers"
        :columns="columns"
        :rows="rows"
        :row-key="(of) => of.ticker"
        :row-class="(of) => (of.in ? undefined : 'out')"
        many
      >
        <template #cell-name="{ row }"
          ><router-link :to="{ name: 'compare', params: { ticker: row.ticker } }">{{ row.name }}</router-link>
          <span class="quiet"> {{ row.ticker }}</span></template
        >
        <template #cell-in="{ row }">
          <input
            type="checkbox"
            :data-peer="row.ticker"
            :checked="row.in"
            :aria-label="`${row.name} is in`"
            @change="toggle(row.ticker)"
            @keydown.x.stop.prevent="toggle(row.ticker)"
          />
        </template>
        <template #cell-value="{ row }"
          ><FigureButton
            cell
            :figure="value(row)"
            :question="{ kind: 'metric', ticker: row.ticker, metric: data.figure.key, label: `${row.name}: ${data.figure.label}` }"
        /></template>
        <template #cell-against="{ row }"
          ><span v-for="one in row.cautions" :key="one.key" class="caution">{{ one.sentence }}</span></template
        >
        <template #cell-reason="{ row }"
          ><input
            v-model="reasons[row.ticker]"
            class="assumption reason"
            :aria-label="`Reason for ${row.name}`"
            :placeholder="row.in ? 'why it is in' : 'why it is out'"
            maxlength="500"
            @keydown.stop
            @keydown.enter="explain(row.ticker)"
            @blur="explain(row.ticker)"
        /></template>
        <template #cell-away="{ row }"
          ><v-btn size="x-small" :aria-label="`Take away ${row.name}`" @click="drop(row.ticker)">Take away</v-btn></template
        >
      </SheetTable>
      <p>
        Median of {{ data.figure.label.toLowerCase() }}: <strong>{{ figure(data.median, unit) }}</strong>.
        <span v-if="data.advice" class="quiet">{{ data.advice }}</span>
      </p>
      <PeerProposals :ticker="ticker" @add="add" />
    </template>
  </div>
</template>

<style scoped>
:deep(tr.out) td,
:deep(tr.out) th {
  color: rgb(var(--v-theme-quiet));
  background: rgb(var(--v-theme-rule), 0.35);
}
.caution {
  display: block;
  max-width: 340px;
  white-space: normal;
  text-align: left;
  font-size: var(--type-small);
}
.reason {
  width: 150px;
  text-align: left;
}
</style>
