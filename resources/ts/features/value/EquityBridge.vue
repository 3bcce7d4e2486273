<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { amount } from '@/design/format'
import AssumptionInput from './AssumptionInput.vue'

/** From what the business is worth to what its shares are worth. */
defineProps<{ data: Schemas['CashFlowValuation'] }>()
defineEmits<{ figure: [name: string, value: number]; working: [key: string] }>()
const STEPS = ['cash', 'non_operating_assets', 'debt', 'lease_liabilities', 'pension_deficit', 'minority_interest', 'preferred', 'shares']
</script>

<template>
  <section>
    <h2>From the business to a share</h2>
    <div class="entry">
      <span>Enterprise value</span
      ><button class="figure" @click="$emit('working', 'enterprise_value')">
        {{ data.enterprise_value == null ? '–' : amount(data.enterprise_value) }}
      </button>
    </div>
    <template v-for="name in STEPS" :key="name"
      ><AssumptionInput
        v-if="data.assumptions.figures[name]!.value !== 0 || ['cash', 'debt'].includes(name)"
        :assumption="data.assumptions.figures[name]!"
        @set="$emit('figure', name, $event)"
    /></template>
    <div class="entry">
      <span>Equity value</span
      ><button class="figure" @click="$emit('working', 'equity_value')">
        <strong>{{ data.equity_value == null ? '–' : amount(data.equity_value) }}</strong>
      </button>
    </div>
  </section>
</template>
