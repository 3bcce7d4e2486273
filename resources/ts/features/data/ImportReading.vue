<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceField from '@/design/ChoiceField.vue'

type Choices = [string | number, string][]
const SCALES: Choices = [
  ['', 'as the file says'],
  [1, 'whole'],
  [1e3, 'thousands'],
  [1e6, 'millions'],
  [1e9, 'billions'],
  [0.01, 'hundredths'],
]
const RATE_SCALES: Choices = [
  ['', 'as the file says'],
  [0.01, 'per cent'],
]
/** What describes the world companies are in, each row by itself. */
const REFERENCE = ['exchanges', 'indices', 'rates', 'holidays', 'companies']
const DECIMALS: Choices = [
  ['.', '1,234.5'],
  [',', '1.234,5'],
]
const DATES: Choices = ['year first', 'day first', 'month first'].map((order) => [order, order])
const CONFLICTS: Choices = [
  ['keep', 'keep what is stored'],
  ['take', "take the file's"],
]

/** How a file is read: what it holds, about whom, in which units; and the company it may make. */
const props = defineProps<{
  entry: Schemas['Import']
  kinds: { key: string; label: string }[]
  exchanges: { code: string; name: string; currency: string }[]
  editable: boolean
}>()
defineEmits<{ remap: [changes: Record<string, unknown>] }>()
const mapping = computed(() => props.entry.mapping!)
const preview = computed(() => props.entry.preview)
const making = ref(false)
const ticker = ref('')
const fresh = ref({ name: '', ticker: '', exchange: '', template: 'industrial', currency: '', year_end: 12 })
watch(
  () => props.entry,
  (now) => {
    ticker.value = now.mapping?.company ?? ''
    making.value = now.preview?.questions.company !== undefined && now.mapping?.kind !== 'prices'
    const proposed = now.preview?.proposed
    fresh.value = {
      ...fresh.value,
      name: proposed?.name ?? fresh.value.name,
      ticker: proposed?.ticker ?? fresh.value.ticker,
      exchange: fresh.value.exchange || (props.exchanges[0]?.code ?? ''),
      currency: proposed?.currency ?? (fresh.value.currency || (props.exchanges[0]?.currency ?? '')),
      year_end: proposed?.year_end ?? fresh.value.year_end,
    }
  },
  { immediate: true },
)
/** How the file is read, as far as it matters for what it holds. */
const settings = computed(() => {
  const now = mapping.value
  const table = now.kind !== 'report'
  return [
    {
      key: 'scale',
      label: 'Scale',
      name: 'Scale of the amounts',
      value: now.scale ?? '',
      choices: now.kind === 'rates' ? RATE_SCALES : SCALES,
      shown: table && (now.kind === 'rates' || ![...REFERENCE, 'list', 'members', 'listings', 'former_values'].includes(now.kind)),
    },
    { key: 'decimal', label: 'Decimals', name: 'Sign before decimals', value: now.decimal, choices: DECIMALS, shown: table },
    { key: 'dates', label: 'Days', name: 'Order of days', value: now.dates, choices: DATES, shown: Boolean(preview.value?.columns.length) },
    {
      key: 'conflicts',
      label: 'Of figures in conflict',
      name: 'Of figures in conflict',
      value: now.conflicts,
      choices: CONFLICTS,
      shown: (preview.value?.counts.conflict ?? 0) > 0,
    },
  ].filter((setting) => setting.shown)
})
const day = (value: number | null | undefined): string => (value ? String(value).replace(/^(\d{4})(\d{2})(\d{2})$/, '$1-$2-$3') : '')
</script>

<template>
  <section class="mt-2" aria-label="How it is read">
    <div class="choices">
      <ChoiceField
        v-if="mapping.kind !== 'report'"
        :model-value="mapping.kind"
        label="It holds"
        name="What the file holds"
        :choices="kinds.map((kind) => [kind.key, kind.label])"
        :disabled="!editable"
        @update:model-value="$emit('remap', { kind: $event })"
      />
      <label v-if="!(mapping.columns ?? []).includes('company') && !REFERENCE.includes(mapping.kind)" class="quiet"
        >about
        <input
          v-model="ticker"
          class="assumption"
          aria-label="Ticker of the company"
          :disabled="!editable"
          @keydown.stop
          @change="$emit('remap', { company: ticker || null, new_company: null })"
        />
        {{ mapping.new_company ? `${mapping.new_company.name} (new)` : (entry.company_name ?? '') }}</label
      >
      <v-btn v-if="mapping.kind === 'statement' || mapping.kind === 'report'" size="small" :disabled="!editable" @click="making = !making"
        >A new company</v-btn
      >
      <ChoiceField
        v-for="setting in settings"
        :key="setting.key"
        :model-value="setting.value"
        :label="setting.label"
        :name="setting.name"
        :choices="setting.choices"
        :disabled="!editable"
        @update:model-value="$emit('remap', { [setting.key]: $event === '' ? null : $event })"
      />
      <label v-if="['statement', 'report', 'figures', 'drivers'].includes(mapping.kind)" class="quiet"
        >Public since
        <input
          type="date"
          :value="day(mapping.filed_on)"
          :disabled="!editable"
          aria-label="Public since"
          @change="$emit('remap', { filed_on: Number(($event.target as HTMLInputElement).value.replaceAll('-', '')) || null })"
      /></label>
    </div>
    <fieldset v-if="(preview?.sheets.length ?? 0) > 1" class="choices">
      <legend class="quiet">Sheets</legend>
      <label v-for="(sheet, i) in preview!.sheets" :key="i">
        <input
          type="checkbox"
          :checked="mapping.sheets.includes(i + 1)"
          :disabled="!editable"
          @change="
            $emit('remap', {
              sheets: ($event.target as HTMLInputElement).checked
                ? [...mapping.sheets, i + 1].sort((a, b) => a - b)
                : mapping.sheets.filter((n) => n !== i + 1),
            })
          "
        />
        {{ sheet }}
      </label>
    </fieldset>
    <form
      v-if="making"
      class="choices"
      @submit.prevent="
        $emit('remap', {
          new_company: { ...fresh, ticker: fresh.ticker.toUpperCase(), currency: fresh.currency.toUpperCase() },
          company: null,
        })
      "
    >
      <v-text-field v-model="fresh.name" label="Name" min-width="200" @keydown.stop />
      <v-text-field v-model="fresh.ticker" label="Ticker" max-width="110" maxlength="12" @keydown.stop />
      <v-select v-model="fresh.exchange" :items="exchanges" item-title="name" item-value="code" label="Exchange" min-width="180" />
      <v-select v-model="fresh.template" :items="['industrial', 'bank', 'insurer', 'property']" label="Kind of business" min-width="130" />
      <v-text-field v-model="fresh.currency" label="Reports in" max-width="90" maxlength="3" @keydown.stop />
      <v-text-field
        v-model.number="fresh.year_end"
        type="number"
        min="1"
        max="12"
        label="Year ends in month"
        max-width="130"
        @keydown.stop
      />
      <v-btn size="small" variant="outlined" type="submit">Make it with the import</v-btn>
    </form>
  </section>
</template>
