<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import FigureButton from '@/features/margin/FigureButton.vue'

/** Return on equity and on invested capital, taken apart into what makes them. */
const props = defineProps<{ rows: Schemas['FigureRow'][]; column: number; ticker: string; year: number }>()
const row = (key: string) => props.rows.find((entry) => entry.key === key)
const trees = computed(() =>
  [
    { title: 'Return on equity', root: 'return_on_equity', parts: ['net_margin', 'asset_turnover', 'equity_multiplier'], sign: '×' },
    {
      title: 'Return on invested capital',
      root: 'return_on_invested_capital',
      parts: ['nopat', 'invested_capital', 'operating_margin', 'operating_tax_rate'],
      sign: '',
    },
  ].filter((tree) => row(tree.root)),
)
const notes: Record<string, string> = {
  return_on_equity: 'Net margin × asset turnover × assets over equity (DuPont).',
  return_on_invested_capital: 'Operating income after tax over the mean invested capital of the year.',
}
</script>

<template>
  <section v-if="trees.length">
    <h2>What makes the return, {{ year }}</h2>
    <div class="trees">
      <div v-for="tree in trees" :key="tree.root">
        <div class="root">
          <span>{{ tree.title }}</span>
          <FigureButton
            :figure="row(tree.root)!.figures[column]!"
            :question="{ kind: 'metric', ticker, metric: tree.root, year, label: `${tree.title} ${year}` }"
          />
        </div>
        <div class="parts">
          <template v-for="(part, i) in tree.parts" :key="part">
            <span v-if="i > 0" class="quiet sign">{{ tree.sign }}</span>
            <div v-if="row(part)" class="part">
              <span class="quiet">{{ row(part)!.label }}</span>
              <FigureButton
                :figure="row(part)!.figures[column]!"
                :question="{ kind: 'metric', ticker, metric: part, year, label: `${row(part)!.label} ${year}` }"
              />
            </div>
          </template>
        </div>
        <p class="quiet small">{{ notes[tree.root] }}</p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.trees {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(380px, 1fr));
  gap: calc(var(--space) * 5) calc(var(--space) * 10);
}
.root {
  display: flex;
  justify-content: space-between;
  font-weight: 600;
  border-bottom: 2px solid rgb(var(--v-theme-primary));
  padding-bottom: var(--space);
}
.parts {
  display: flex;
  gap: calc(var(--space) * 2.5);
  padding: calc(var(--space) * 2) 0 var(--space);
  align-items: center;
}
.part {
  display: flex;
  flex-direction: column;
  flex: 1;
  font-size: var(--type-text);
}
.part > button {
  text-align: left;
}
.small {
  font-size: var(--type-small);
}
</style>
