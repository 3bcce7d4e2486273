<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { percent } from '@/design/format'
import AssumptionInput from './AssumptionInput.vue'

/** How long the forecast is, when its cash arrives, and what comes after it. */
defineProps<{ data: Schemas['CashFlowValuation']; refused: string | null }>()
defineEmits<{ change: [part: Schemas['CashFlowChanges']]; figure: [name: string, value: number] }>()
const terminals = [
  { value: 'return_on_new_capital', title: 'growth with the reinvestment it needs' },
  { value: 'perpetuity', title: 'growth of the last cash flow' },
  { value: 'exit_multiple', title: 'a multiple of EBITDA' },
]
</script>

<template>
  <section>
    <h2>After the forecast</h2>
    <v-select
      :model-value="data.assumptions.terminal"
      :items="terminals"
      label="It goes on with"
      @update:model-value="(terminal: string) => $emit('change', { terminal })"
    />
    <AssumptionInput
      v-if="data.assumptions.terminal !== 'exit_multiple'"
      :assumption="data.assumptions.figures.terminal_growth!"
      :refused="refused === 'terminal_growth'"
      @set="$emit('figure', 'terminal_growth', $event)"
    />
    <AssumptionInput
      v-if="data.assumptions.terminal === 'return_on_new_capital'"
      :assumption="data.assumptions.figures.return_on_new_capital!"
      @set="$emit('figure', 'return_on_new_capital', $event)"
    />
    <AssumptionInput
      v-if="data.assumptions.terminal === 'exit_multiple'"
      :assumption="data.assumptions.figures.exit_multiple!"
      @set="$emit('figure', 'exit_multiple', $event)"
    />
    <div class="entry">
      <span>Years of forecast</span
      ><input
        class="assumption"
        type="number"
        min="1"
        max="30"
        :value="data.assumptions.years"
        aria-label="Years of forecast"
        @change="(event) => $emit('change', { years: Number((event.target as HTMLInputElement).value) })"
      />
    </div>
    <div class="entry">
      <span>Cash arrives</span
      ><v-btn-toggle
        role="group"
        :model-value="data.assumptions.convention"
        aria-label="Cash arrives"
        @update:model-value="(convention: string) => $emit('change', { convention })"
        ><v-btn value="mid_year" size="x-small" :aria-pressed="data.assumptions.convention === 'mid_year'">mid-year</v-btn
        ><v-btn value="end_year" size="x-small" :aria-pressed="data.assumptions.convention === 'end_year'">year end</v-btn></v-btn-toggle
      >
    </div>
    <div class="entry">
      <span>Share beyond the forecast</span><span>{{ data.terminal_share == null ? '–' : percent(data.terminal_share, 0) }} %</span>
    </div>
  </section>
</template>
