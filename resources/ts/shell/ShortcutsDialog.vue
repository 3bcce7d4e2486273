<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const keys: [string, string][] = [
  ['/', 'Find a company, metric, screen, list or page'],
  ['[  ]', 'Previous and next company of the list'],
  ['k  x  l', 'Keep, drop with a reason, leave for later'],
  ['m', 'Open or close the margin'],
  ['Enter', 'On a figure: its working in the margin'],
  ['Esc', 'Close what is open'],
  ['?', 'This page'],
]
</script>

<template>
  <v-dialog v-model="open" max-width="480" aria-label="Shortcuts">
    <v-card class="pa-5">
      <h2>Keys</h2>
      <table class="sheet">
        <tbody>
          <tr v-for="[key, meaning] in keys" :key="key">
            <td>
              <kbd>{{ key }}</kbd>
            </td>
            <td style="text-align: left">{{ meaning }}</td>
          </tr>
        </tbody>
      </table>
      <v-btn class="mt-3" autofocus @click="open = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>
