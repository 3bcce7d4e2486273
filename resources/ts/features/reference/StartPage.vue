<script setup lang="ts">
import { computed, ref } from 'vue'
import LoadState from '@/design/LoadState.vue'
import MissingReference from './MissingReference.vue'
import { useReference } from './reference'
import { useSession } from '@/stores/session'

/** The first steps of an installation without companies: each can be skipped, and is asked again where it is missed. */
const session = useSession()
const { state, reload } = useReference()
const ORDER = ['currency', 'exchange', 'index', 'risk_free_rate', 'exchange_rate']
const TITLES: Record<string, string> = {
  currency: 'The currency to compare in',
  exchange: 'The first exchange',
  index: 'An index to measure against',
  risk_free_rate: 'A rate without risk',
  exchange_rate: 'Exchange rates',
}
const skipped = ref<string[]>([])
const kind = (key: string): string => key.split(':')[0]!
const steps = computed(() =>
  [...(state.value.data?.missing ?? [])]
    .filter((entry) => !skipped.value.includes(entry.key))
    .sort((a, b) => ORDER.indexOf(kind(a.key)) - ORDER.indexOf(kind(b.key))),
)
const step = computed(() => steps.value[0])
</script>

<template>
  <div class="page start">
    <h1>A beginning</h1>
    <p class="lead">
      There is no company here yet. A few things make figures comparable; then come your files. Everything can be skipped and is asked again
      where it is missed.
    </p>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <section v-if="step" :key="step.key" class="step" :aria-label="TITLES[kind(step.key)]">
        <h2>{{ TITLES[kind(step.key)] ?? 'Something is missing' }}</h2>
        <MissingReference :reference="state.data" :entry="step" />
        <v-btn size="small" class="mt-2" @click="skipped.push(step.key)">Skip this</v-btn>
      </section>
      <section class="step">
        <h2>Your files</h2>
        <p>
          Hand in reports, statements, prices and lists: CSV, XLSX, ODS, xBRL-JSON, xBRL-CSV, XBRL and inline XBRL. A file about a company
          that is not known yet makes it.
        </p>
        <v-btn variant="flat" class="mt-2" :to="{ name: 'data', params: { view: '' } }">Bring in files</v-btn>
        <v-btn class="mt-2" :to="{ name: 'data', params: { view: 'reference' } }">All reference data</v-btn>
      </section>
      <p v-if="!session.canChangeFacts" class="quiet">An editor or administrator makes these steps; you have the role of a reader.</p>
    </template>
  </div>
</template>

<style scoped>
.start {
  max-width: 760px;
}
.lead {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-lead);
  margin: calc(var(--space) * 1.5) 0 calc(var(--space) * 4);
}
.step {
  margin-top: calc(var(--space) * 5);
}
</style>
