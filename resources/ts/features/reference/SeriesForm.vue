<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import { pointsOf, useReference, type Reference } from './reference'

/** Points of a rate or another series: a day and a value on each line. */
const props = defineProps<{ known: Reference['known_series']; name?: string }>()
const emit = defineEmits<{ done: [] }>()
const { change } = useReference()
const name = ref(props.name ?? 'risk_free_rate')
const currency = ref('')
const text = ref('')
const choices = computed(() => [
  ...props.known.map((series) => ({ value: series.name, title: series.label })),
  { value: 'exchange_rate', title: 'Exchange rate of a currency' },
])
const isRate = computed(() => name.value.startsWith('exchange_rate'))
const unit = computed(() => props.known.find((series) => series.name === name.value)?.unit ?? 'ratio')
const full = computed(() => (name.value === 'exchange_rate' ? `exchange_rate:${currency.value.trim().toUpperCase()}` : name.value))
const read = computed(() => pointsOf(text.value, unit.value === 'percent'))

async function keep(): Promise<void> {
  const body = { points: read.value.points }
  const done = await change(
    () => ask(api.PUT('/series/{name}', { params: { path: { name: full.value } }, body })),
    `${read.value.points.length} points are kept.`,
  )
  if (done) {
    text.value = ''
    emit('done')
  }
}
</script>

<template>
  <form aria-label="Points of a series" @submit.prevent="keep">
    <div class="choices">
      <v-select v-if="!props.name" v-model="name" :items="choices" label="Series" min-width="260" />
      <v-text-field
        v-if="name === 'exchange_rate'"
        v-model="currency"
        label="Currency"
        placeholder="USD"
        max-width="110"
        maxlength="3"
        required
        @keydown.stop
      />
    </div>
    <v-textarea
      v-model="text"
      rows="4"
      :label="
        unit === 'percent'
          ? 'A day and a rate in per cent a line'
          : isRate
            ? 'A day and its worth in the installation’s currency a line'
            : 'A day and a value a line'
      "
      :placeholder="unit === 'percent' ? '2026-01-02  2.85' : isRate ? '2026-01-02  0.91' : '2026-01-02  112.4'"
      max-width="520"
      @keydown.stop
    />
    <p v-if="read.wrong.length" class="attention" role="alert">
      Not understood: “{{ read.wrong[0] }}”. Write a day such as 2026-01-02, a space, and a number such as 2.85.
    </p>
    <v-btn size="small" variant="outlined" type="submit" class="mt-2" :disabled="!read.points.length || read.wrong.length > 0">
      Keep {{ read.points.length || '' }} points
    </v-btn>
  </form>
</template>
