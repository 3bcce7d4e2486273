<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import CommitInput from '@/design/CommitInput.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { counted, number, percent } from '@/design/format'
import { useNotices } from '@/stores/notices'
import type { DrawnLine, DrawnLines } from './drawnLines'
import type { Market } from './priceChart'

/** The trend on three spans, the levels found by rule, and those drawn by hand. */
const props = defineProps<{ ticker: string; market: Market; lines: DrawnLines; hiddenLevels: boolean }>()
defineEmits<{ levels: [shown: boolean] }>()
const notices = useNotices()
const SPAN = { hour: 'Hours', day: 'Days', week: 'Weeks' }
const ARROW: Record<string, string> = { up: '▲ up', down: '▼ down', sideways: '▶ sideways' }
const drawn = computed(() => props.lines.drawn.value)
const drawing = computed(() => props.lines.drawing.value)

type Level = Schemas['Level']
const columns = computed<SheetColumn<Level>[]>(() => [
  { key: 'price', head: `Level, ${props.market.currency}`, of: (of) => number(of.price, 2), by: (of) => of.price },
  {
    key: 'distance',
    head: 'From the close, %',
    of: (of) => `${side(of) > 0 ? '▲' : '▼'} ${number(of.percent, 1)}`,
    by: (of) => side(of) * of.percent,
  },
  { key: 'ranges', head: 'in average ranges', of: (of) => number(of.ranges, 1), by: (of) => of.ranges },
  {
    key: 'touches',
    head: 'Touches',
    of: (of) => `${of.touches}: ${counted(of.highs, 'high')}, ${counted(of.lows, 'low')}`,
    by: (of) => of.touches,
  },
  { key: 'last', head: 'Last', of: (of) => of.last, by: (of) => of.last },
])
const close = computed(() => [...props.market.close].reverse().find((of) => of !== null) ?? 0)
const side = (level: Level): number => (level.price >= close.value ? 1 : -1)

async function attempt(work: () => Promise<void>): Promise<void> {
  try {
    await work()
  } catch (error) {
    notices.fail(error)
  }
}
function reprice(line: DrawnLine, text: string): void {
  const price = Number(text.replace(',', '.'))
  if (price > 0) void attempt(() => props.lines.reprice(line, price))
  else notices.fail('A level is a price above nothing.')
}
const asked = computed(() => {
  if (!drawing.value) return null
  const what = drawing.value.moves ? `"${drawing.value.moves.name}"` : drawing.value.kind === 'level' ? 'the level' : 'the line'
  if (drawing.value.kind === 'level') return `Click in the chart where ${what} shall stand.`
  return drawing.value.first ? `Click where ${what} shall end.` : `Click where ${what} shall begin.`
})
</script>

<template>
  <div class="parts">
    <section>
      <h2>Trend</h2>
      <dl>
        <template v-for="trend in market.trends" :key="trend.span">
          <dt>{{ SPAN[trend.span] }}</dt>
          <dd>
            <strong v-if="trend.state">{{ ARROW[trend.state] }}</strong>
            <span v-if="trend.since" class="quiet"> since {{ trend.since }}</span>
            <span class="sentence">{{ trend.sentence }}</span>
          </dd>
        </template>
      </dl>
      <h2>What an entry would need</h2>
      <p>{{ market.found.entry }}</p>
      <h2>Drawn by hand</h2>
      <p v-if="!drawn.length && !drawing" class="quiet">
        Levels and lines of your own are kept here, and stand where they were after a split.
      </p>
      <ul v-if="drawn.length" class="own">
        <li v-for="line in drawn" :key="line.id">
          <CommitInput
            :aria-label="`Name of ${line.name}`"
            :model-value="line.name"
            class="name"
            maxlength="80"
            @update:model-value="(name: string) => name.trim() && attempt(() => lines.rename(line, name.trim()))"
          />
          <CommitInput
            v-if="line.to_day === null"
            :aria-label="`Price of ${line.name}`"
            :model-value="number(line.from_price, 2).replaceAll(' ', '')"
            class="price"
            @update:model-value="(text: string) => reprice(line, text)"
          />
          <span v-else class="price">{{ number(line.now, 2) }} now</span>
          <span class="quiet">{{
            line.distance === null ? '' : `${line.distance >= 0 ? '▲' : '▼'} ${percent(Math.abs(line.distance))} % away`
          }}</span>
          <span>
            <v-btn size="x-small" :aria-label="`Move ${line.name}`" @click="lines.begin(line.to_day === null ? 'level' : 'line', line)"
              >Move</v-btn
            >
            <v-btn size="x-small" :aria-label="`Delete ${line.name}`" @click="attempt(() => lines.remove(line))">Delete</v-btn>
          </span>
        </li>
      </ul>
      <p v-if="asked" role="status" class="attention">{{ asked }} <v-btn size="x-small" @click="lines.leave()">Leave it</v-btn></p>
      <div v-else class="choices">
        <v-btn size="small" @click="lines.begin('level')">Draw a level</v-btn>
        <v-btn size="small" @click="lines.begin('line')">Draw a line</v-btn>
        <v-btn size="small" @click="attempt(() => lines.level(close))">Level at the close</v-btn>
      </div>
    </section>
    <section>
      <h2>Levels found by rule</h2>
      <p v-if="!market.found.levels.length" class="quiet">{{ market.found.entry }}</p>
      <template v-else>
        <SheetTable
          label="Levels found by rule"
          :columns="columns"
          :rows="market.found.levels"
          :row-key="(of) => of.price"
          :sorted-by="{ key: 'price', descending: true }"
        />
        <p class="quiet">
          Swing highs and lows since {{ market.found.since }} that lie within one and a half average true ranges ({{
            number(market.found.range ?? 0, 2)
          }}
          {{ market.currency }}) of each other.
          <v-btn size="x-small" :aria-pressed="!hiddenLevels" @click="$emit('levels', hiddenLevels)">Next two in the chart</v-btn>
        </p>
      </template>
    </section>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(480px, 1fr));
  gap: calc(var(--space) * 4) calc(var(--space) * 9);
  align-items: start;
}
dl {
  display: grid;
  grid-template-columns: 4.5em 1fr;
  gap: calc(var(--space) * 1.5) 0;
  margin: 0 0 calc(var(--space) * 4);
}
dd {
  margin: 0;
}
.sentence {
  display: block;
}
.own {
  list-style: none;
  padding: 0;
}
.own li {
  display: grid;
  grid-template-columns: 1fr 6em 8em auto;
  gap: calc(var(--space) * 2);
  align-items: baseline;
  padding: var(--space) 0;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
.price {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
h2 {
  margin-top: calc(var(--space) * 3);
}
</style>
