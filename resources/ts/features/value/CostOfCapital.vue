<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { percent } from '@/design/format'
import AssumptionInput from './AssumptionInput.vue'

/** What the discount rate is made of. */
defineProps<{ data: Schemas['CashFlowValuation'] }>()
defineEmits<{ figure: [name: string, value: number]; working: [key: string] }>()
const PARTS = ['risk_free_rate', 'beta', 'equity_risk_premium', 'cost_of_debt', 'marginal_tax_rate']
</script>

<template>
  <section>
    <h2>Cost of capital</h2>
    <AssumptionInput v-for="name in PARTS" :key="name" :assumption="data.assumptions.figures[name]!" @set="$emit('figure', name, $event)" />
    <div class="entry">
      <span>Cost of equity</span
      ><button class="figure" @click="$emit('working', 'discount_rate')">{{ percent(data.cost_of_equity, 2) }} %</button>
    </div>
    <div class="entry">
      <span>Weights at market value</span
      ><span>{{ percent(data.weights.equity, 0) }} % equity, {{ percent(data.weights.debt, 0) }} % debt</span>
    </div>
    <AssumptionInput
      :assumption="{ ...data.assumptions.figures.discount_rate!, value: data.discount_rate }"
      @set="$emit('figure', 'discount_rate', $event)"
    />
  </section>
</template>
