<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask } from '@/api/client'
import { useReference, type Reference } from './reference'

/** A new company with its listing; an identifier is written or left out, never invented. */
const props = defineProps<{ exchanges: Reference['exchanges'] }>()
const { change } = useReference()
const router = useRouter()
type Template = 'industrial' | 'bank' | 'insurer' | 'property'
const fresh = ref({
  name: '',
  ticker: '',
  exchange: props.exchanges[0]?.code ?? '',
  template: 'industrial' as Template,
  currency: '',
  month: 12,
  isin: '',
})

async function make(): Promise<void> {
  const now = fresh.value
  let made = ''
  const done = await change(async () => {
    made = (
      await ask(
        api.POST('/companies', {
          body: {
            name: now.name.trim(),
            exchange: now.exchange,
            ticker: now.ticker.trim().toUpperCase(),
            template: now.template,
            reporting_currency: now.currency.trim().toUpperCase(),
            fiscal_year_end_month: now.month,
            ...(now.isin.trim() ? { isin: now.isin.trim().toUpperCase() } : {}),
          },
        }),
      )
    ).ticker
  }, `${now.name} is made. Import its reports and prices.`)
  if (done) void router.push({ name: 'read', params: { ticker: made } })
}
</script>

<template>
  <form class="choices" aria-label="New company" @submit.prevent="make">
    <v-text-field v-model="fresh.name" label="Name of the company" min-width="220" required @keydown.stop />
    <v-text-field v-model="fresh.ticker" label="Ticker" max-width="110" maxlength="12" required @keydown.stop />
    <v-select v-model="fresh.exchange" :items="exchanges" item-title="name" item-value="code" label="Listed on" min-width="180" />
    <v-select v-model="fresh.template" :items="['industrial', 'bank', 'insurer', 'property']" label="Kind of business" min-width="130" />
    <v-text-field v-model="fresh.currency" label="Reports in" placeholder="EUR" max-width="110" maxlength="3" required @keydown.stop />
    <v-text-field v-model.number="fresh.month" type="number" min="1" max="12" label="Year ends in month" max-width="140" @keydown.stop />
    <v-text-field v-model="fresh.isin" label="ISIN, if it has one" max-width="170" maxlength="12" @keydown.stop />
    <v-btn size="small" variant="outlined" type="submit" :disabled="!exchanges.length">Make it</v-btn>
  </form>
</template>
