<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import { withUnit } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'
import type { Definition } from './screen'

/** Missing figures and outliers of the universe, to be set aside with a reason, and taken back. */
const props = defineProps<{ definition: Definition; usable: boolean; total: number; totalWithSetAside: number | null }>()
const setAside = defineModel<{ ticker: string; reason: string }[]>({ required: true })
const session = useSession()
const catalogue = useCatalogue()
const chosen = ref<string[]>([...(props.definition.columns ?? [])])
const kind = ref<'outlier' | 'missing'>('outlier')

const { state } = useAnswer(
  'screens/cleaning',
  () => ({ screen: props.definition, columns: chosen.value, as_of: session.asOf }),
  (body, signal) => (props.usable && body.columns.length ? ask(api.POST('/screens/cleaning', { body, signal })) : null),
)
const columns = computed(() =>
  [...new Set([...(props.definition.columns ?? []), ...chosen.value])].map((key) => ({ value: key, title: catalogue.label(key) })),
)
type Proposal = NonNullable<typeof state.value.data>['proposals'][number]
const shown = computed(() => (state.value.data?.proposals ?? []).filter((entry) => entry.kind === kind.value))
const count = (of: string) => (state.value.data?.proposals ?? []).filter((entry) => entry.kind === of).length
const inUnit = (entry: Proposal, value: number | null) => withUnit(value!, catalogue.unit(entry.column))
const reason = (entry: Proposal): string =>
  entry.kind === 'missing'
    ? `${catalogue.label(entry.column)} is ${entry.state.replaceAll('_', ' ')}`
    : `${catalogue.label(entry.column)} of ${inUnit(entry, entry.value)} lies outside ` +
      `${inUnit(entry, entry.low)} to ${inUnit(entry, entry.high)}`
function aside(entries: Proposal[]): void {
  const known = new Set(setAside.value.map((entry) => entry.ticker))
  const added = entries.filter((entry) => !known.has(entry.ticker) && known.add(entry.ticker))
  setAside.value = [...setAside.value, ...added.map((entry) => ({ ticker: entry.ticker, reason: reason(entry) }))]
}
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Cleaning, scrollable">
    <p class="mb-2">
      <strong>{{ total }}</strong> survive<template v-if="totalWithSetAside !== null">
        without the {{ setAside.length }} set aside, <strong>{{ totalWithSetAside }}</strong> with them</template
      >.
    </p>
    <template v-if="setAside.length">
      <h3>Set aside</h3>
      <div v-for="entry in setAside" :key="entry.ticker" class="entry">
        <span
          ><router-link :to="{ name: 'read', params: { ticker: entry.ticker } }">{{ entry.ticker }}</router-link>
          <span class="quiet">{{ entry.reason }}</span></span
        >
        <v-btn size="x-small" @click="setAside = setAside.filter((other) => other.ticker !== entry.ticker)">Take back</v-btn>
      </div>
      <v-btn size="small" class="my-2" @click="setAside = []">Take all back</v-btn>
    </template>
    <h3 class="mt-2">Proposed</h3>
    <v-select v-model="chosen" :items="columns" label="Looked at" multiple chips closable-chips class="mb-2" />
    <div class="choices">
      <label
        ><input v-model="kind" type="radio" value="outlier" name="kind" /> outliers ({{ count('outlier') }}): beyond five median absolute
        deviations from the median</label
      >
      <label><input v-model="kind" type="radio" value="missing" name="kind" /> without a figure ({{ count('missing') }})</label>
      <v-btn size="small" :disabled="!shown.length" @click="aside(shown)">Set all of these aside</v-btn>
    </div>
    <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <p v-if="state.data && state.data.total > state.data.proposals.length" class="quiet">
      The first {{ state.data.proposals.length }} of {{ state.data.total }}.
    </p>
    <p v-if="state.data && !shown.length" class="quiet">
      Nothing to propose: every company of the universe has these figures, and none lies far off.
    </p>
    <div v-for="entry in shown" :key="entry.ticker + entry.column" class="entry">
      <span
        ><router-link :to="{ name: 'read', params: { ticker: entry.ticker } }">{{ entry.name }}</router-link>
        <span class="quiet">{{ reason(entry) }}</span></span
      >
      <v-btn size="x-small" @click="aside([entry])">Set aside</v-btn>
    </div>
  </div>
</template>

<style scoped>
.scroll {
  flex: 1;
  min-height: 0;
}
.entry {
  max-width: 820px;
}
</style>
