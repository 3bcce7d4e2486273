<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import ViewTabs from '@/design/ViewTabs.vue'
import FirstHalfHour from './FirstHalfHour.vue'
import GlossaryView from './GlossaryView.vue'
import LanguageChoice from './LanguageChoice.vue'
import PagesView from './PagesView.vue'
import { word } from './texts'

const route = useRoute()
const view = computed(() => (typeof route.params.view === 'string' ? route.params.view : ''))
const views = computed(() => [
  { key: '', word: word('first_half_hour'), to: { name: 'help' } },
  { key: 'glossary', word: word('glossary'), to: { name: 'help', params: { view: 'glossary' } } },
  { key: 'pages', word: word('all_pages'), to: { name: 'help', params: { view: 'pages' } } },
])
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>{{ word('help') }}</h1>
      <LanguageChoice />
    </div>
    <ViewTabs :model-value="view" :views="views" :label="word('help')" />
    <GlossaryView v-if="view === 'glossary'" />
    <PagesView v-else-if="view === 'pages'" />
    <FirstHalfHour v-else />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  max-width: 900px;
}
</style>
