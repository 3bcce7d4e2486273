<script setup lang="ts">
import { computed } from 'vue'
import { pageHelp, pageKeys, word } from './texts'

/** What every page is for, to read or to print. */
const pages = computed(() =>
  pageKeys().map((key) => {
    const [page, view = ''] = key.split('.') as [string, string?]
    return { key, page, view, help: pageHelp(page, view)! }
  }),
)
const heading = (page: string, view: string): string => [page, view].filter(Boolean).join(', ')
</script>

<template>
  <dl class="pages">
    <template v-for="{ key, page, view, help } in pages" :key="key">
      <dt>
        <router-link :to="`/${page}`">{{ heading(page, view) }}</router-link>
      </dt>
      <dd :lang="help.language">
        {{ help.for }}
        <p class="quiet">{{ word('next') }}: {{ help.next }}</p>
      </dd>
    </template>
  </dl>
</template>

<style scoped>
.pages {
  max-width: 860px;
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: calc(var(--space) * 2) calc(var(--space) * 4);
}
dt::first-letter {
  text-transform: uppercase;
}
dd {
  margin: 0;
}
dd p {
  margin: calc(var(--space) * 0.5) 0 0;
}
@media (max-width: 900px) {
  .pages {
    grid-template-columns: 1fr;
  }
}
</style>
