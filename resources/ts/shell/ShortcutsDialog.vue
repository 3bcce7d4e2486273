<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const keys: [string, string][] = [
  ['/', 'Find a company, metric, screen, list or page'],
  ['[  ]', 'Previous and next company of the list'],
  ['k  x  l', 'Keep, drop with a reason, leave for later'],
  ['m', 'Open or close the margin'],
  ['Enter', 'On a figure: its working in the margin'],
  ['Esc', 'Close what is open'],
  ['h', 'What this page is for, and what to do next'],
  ['?', 'This page'],
]
</script>

<template>
  <v-dialog v-model="open" max-width="480" aria-label="Shortcuts">
    <v-card class="pa-5">
      <h2>Keys</h2>
      <dl class="keys">
        <template v-for="[key, meaning] in keys" :key="key">
          <dt>
            <kbd>{{ key }}</kbd>
          </dt>
          <dd>{{ meaning }}</dd>
        </template>
      </dl>
      <v-btn class="mt-3" autofocus @click="open = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: calc(var(--space) * 1.5) calc(var(--space) * 4.5);
}
.keys dd {
  margin: 0;
}
</style>
