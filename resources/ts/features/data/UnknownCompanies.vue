<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'

/** Companies of a file that nobody knows, offered to be made all at once. */
const props = defineProps<{
  unknown: { name: string; rows: number }[]
  mapping: NonNullable<Schemas['Import']['mapping']>
  exchanges: { code: string; name: string; currency: string }[]
}>()
const emit = defineEmits<{ remap: [changes: Record<string, unknown>] }>()
const exchange = ref(props.exchanges[0]?.code ?? '')
/** What stands in the file is a ticker if it looks like one, else a name. */
const isTicker = (text: string): boolean => /^[A-Z0-9.-]{1,8}$/.test(text)
const fresh = ref(
  props.unknown.map((entry) => ({
    wanted: true,
    rows: entry.rows,
    name: entry.name,
    ticker: isTicker(entry.name) ? entry.name : '',
    template: 'industrial',
    currency: props.exchanges[0]?.currency ?? '',
    year_end: 12,
  })),
)

function make(): void {
  const made = fresh.value
    .filter((entry) => entry.wanted)
    .map(({ name, ticker, template, currency, year_end }) => ({
      name: name.trim(),
      ticker: ticker.trim().toUpperCase(),
      template,
      currency: currency.trim().toUpperCase(),
      year_end,
      exchange: exchange.value,
    }))
  emit('remap', { new_companies: [...props.mapping.new_companies, ...made] })
}
</script>

<template>
  <section aria-label="Companies that are not known" class="mt-3">
    <h3>Not known</h3>
    <p class="quiet">
      {{
        exchanges.length ? 'Make them with the import, or leave their rows out.' : 'There is no exchange yet on which they could be listed.'
      }}
      <router-link v-if="!exchanges.length" :to="{ name: 'data', params: { view: 'reference' } }">Make the first one</router-link>
    </p>
    <form v-if="exchanges.length" @submit.prevent="make">
      <div v-for="(entry, i) in fresh" :key="i" class="choices">
        <v-checkbox-btn v-model="entry.wanted" :aria-label="`Make ${entry.name}`" />
        <v-text-field v-model="entry.name" label="Name" min-width="200" :disabled="!entry.wanted" @keydown.stop />
        <v-text-field v-model="entry.ticker" label="Ticker" max-width="110" maxlength="12" :disabled="!entry.wanted" @keydown.stop />
        <v-select
          v-model="entry.template"
          :items="['industrial', 'bank', 'insurer', 'property']"
          label="Kind of business"
          min-width="130"
          :disabled="!entry.wanted"
        />
        <v-text-field v-model="entry.currency" label="Reports in" max-width="90" maxlength="3" :disabled="!entry.wanted" @keydown.stop />
        <v-text-field
          v-model.number="entry.year_end"
          type="number"
          min="1"
          max="12"
          label="Year ends in month"
          max-width="130"
          :disabled="!entry.wanted"
          @keydown.stop
        />
        <span class="quiet">{{ entry.rows }} rows</span>
      </div>
      <div class="choices">
        <v-select v-model="exchange" :items="exchanges" item-title="name" item-value="code" label="Listed on" min-width="180" />
        <v-btn size="small" variant="outlined" type="submit">Make them with the import</v-btn>
      </div>
    </form>
  </section>
</template>
