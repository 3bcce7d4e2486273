<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import LanguageChoice from './LanguageChoice.vue'
import { pageHelp, word } from './texts'

/** What the page one is on is for, and what to do next. */
const open = defineModel<boolean>({ required: true })
const route = useRoute()
const help = computed(() => pageHelp(String(route.name), typeof route.params.view === 'string' ? route.params.view : ''))
</script>

<template>
  <v-dialog v-model="open" max-width="560" aria-labelledby="help-head">
    <v-card class="pa-5">
      <div class="head">
        <h2 id="help-head">{{ word('on_this_page') }}: {{ route.meta.title }}</h2>
        <LanguageChoice />
      </div>
      <div v-if="help" :lang="help.language">
        <p class="for">{{ help.for }}</p>
        <h3>{{ word('next') }}</h3>
        <p>{{ help.next }}</p>
      </div>
      <nav class="ways" :aria-label="word('help')">
        <router-link :to="{ name: 'help' }" @click="open = false">{{ word('first_half_hour') }}</router-link>
        <router-link :to="{ name: 'help', params: { view: 'glossary' } }" @click="open = false">{{ word('glossary') }}</router-link>
        <router-link :to="{ name: 'help', params: { view: 'pages' } }" @click="open = false">{{ word('all_pages') }}</router-link>
      </nav>
      <v-btn class="mt-3" autofocus @click="open = false">{{ word('close') }}</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: calc(var(--space) * 4);
}
.for {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-lead);
  margin: calc(var(--space) * 3) 0;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: calc(var(--space) * 5);
  margin-top: calc(var(--space) * 4);
  padding-top: calc(var(--space) * 3);
  border-top: 1px solid rgb(var(--v-theme-rule));
}
.ways a {
  color: rgb(var(--v-theme-primary));
}
</style>
