<script setup lang="ts">
import { mdiChevronLeft, mdiChevronRight, mdiMagnify, mdiPageLayoutSidebarRight } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { number, percent } from '@/design/format'
import { useMargin } from '@/stores/margin'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'

const emit = defineEmits<{ finder: []; step: [direction: 1 | -1]; mark: [kind: 'keep' | 'later']; drop: [] }>()
const session = useSession()
const subject = useSubject()
const margin = useMargin()
const route = useRoute()

const company = computed(() => (route.meta.subject ? subject.company : null))
const kinds: Record<string, string> = {
  industrial: 'industrial',
  bank: 'bank',
  insurer: 'insurer',
  property: 'property company',
  fund: 'fund',
}
const marks: Record<string, string> = { keep: 'kept', drop: 'dropped', later: 'later' }
const day = ref(session.asOf ?? '')
const choosing = ref(false)

function choose(): void {
  session.setDay(day.value && session.latestDay && day.value < session.latestDay ? day.value : null)
  choosing.value = false
}
function latest(): void {
  day.value = ''
  session.setDay(null)
  choosing.value = false
}
</script>

<template>
  <header>
    <template v-if="company">
      <strong class="name">{{ company.name }}</strong>
      <span class="quiet">{{ company.listed_as }} · {{ company.exchange }} · {{ kinds[company.template ?? ''] }}</span>
      <span v-if="company.price.close !== null" class="price">
        {{ number(company.price.close ?? 0, 2) }} <span class="quiet">{{ company.currency }}</span>
        <span v-if="company.price.change !== null" :class="(company.price.change ?? 0) >= 0 ? 'better' : 'worse'">
          {{ (company.price.change ?? 0) >= 0 ? '▲' : '▼' }} {{ percent(Math.abs(company.price.change ?? 0)) }} %
        </span>
        <span class="quiet">{{ company.price.day }}</span>
      </span>
      <span v-if="company.delisting" class="attention">delisted</span>
    </template>
    <span v-else class="quiet">{{ route.meta.subject ? 'No company in focus' : 'Logion' }}</span>

    <span v-if="subject.list && subject.position >= 0 && company" class="walk">
      <v-btn :icon="mdiChevronLeft" size="x-small" aria-label="Previous company of the list" @click="emit('step', -1)" />
      <span>{{ subject.position + 1 }} of {{ subject.list.items.length }} · {{ subject.list.name }}</span>
      <span v-if="subject.item?.mark" class="attention">({{ marks[subject.item.mark] }})</span>
      <v-btn :icon="mdiChevronRight" size="x-small" aria-label="Next company of the list" @click="emit('step', 1)" />
      <v-btn size="small" @click="emit('mark', 'keep')">Keep</v-btn>
      <v-btn size="small" @click="emit('drop')">Drop</v-btn>
      <v-btn size="small" @click="emit('mark', 'later')">Later</v-btn>
    </span>

    <span class="end">
      <v-btn
        size="small"
        :variant="session.figures === 'adjusted' ? 'flat' : 'outlined'"
        :color="session.figures === 'adjusted' ? 'accent' : 'primary'"
        :aria-pressed="session.figures === 'adjusted'"
        title="Figures as reported, or adjusted for the one-offs you marked"
        @click="session.showFigures(session.figures === 'adjusted' ? 'reported' : 'adjusted')"
      >
        {{ session.figures === 'adjusted' ? 'adjusted' : 'as reported' }}
      </v-btn>
      <v-btn
        v-if="session.peers"
        size="small"
        variant="flat"
        color="accent"
        title="A link brought its peers along; press to compare with your own"
        @click="session.showPeers(null)"
      >
        peers of a link
      </v-btn>
      <v-menu v-model="choosing" :close-on-content-click="false">
        <template #activator="{ props }">
          <v-btn v-bind="props" size="small" :variant="session.isPast ? 'flat' : 'outlined'" :color="session.isPast ? 'accent' : 'primary'">
            as of {{ session.asOf ?? session.latestDay }}
          </v-btn>
        </template>
        <v-card class="pa-4" width="290">
          <h3>Set the program to a day</h3>
          <p class="quiet mb-2">Everything then uses only what had been published by then.</p>
          <v-text-field v-model="day" type="date" label="As of" :max="session.latestDay ?? undefined" />
          <div class="d-flex ga-2 mt-3">
            <v-btn variant="flat" size="small" @click="choose">Set</v-btn>
            <v-btn size="small" @click="latest">Latest day</v-btn>
          </div>
        </v-card>
      </v-menu>
      <v-btn :icon="mdiMagnify" size="small" aria-label="Find anything (/)" @click="emit('finder')" />
      <v-btn
        :icon="mdiPageLayoutSidebarRight"
        size="small"
        :aria-pressed="margin.open"
        aria-label="Margin (m)"
        @click="margin.open = !margin.open"
      />
    </span>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: calc(var(--space) * 0.5) calc(var(--space) * 3.5);
  padding: var(--space) calc(var(--space) * 3) var(--space) calc(var(--space) * 6);
  min-height: 46px;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  font-size: var(--type-text);
}
.name {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-lead);
  font-weight: 600;
}
.price,
.walk,
.end {
  display: inline-flex;
  align-items: center;
  gap: calc(var(--space) * 1.5);
}
.walk {
  border-left: 1px solid rgb(var(--v-theme-rule));
  padding-left: calc(var(--space) * 2.5);
}
.end {
  margin-left: auto;
}
</style>
