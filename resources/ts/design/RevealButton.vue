<script setup lang="ts" generic="K extends string | number">
/** Shows the one of several parts of a page that belongs to it, and hides it again. */
const props = defineProps<{ of: K; name?: string }>()
const open = defineModel<K | null>({ required: true })
</script>

<template>
  <v-btn size="small" :aria-expanded="open === props.of" :aria-label="name" @click="open = open === props.of ? null : props.of"
    ><slot
  /></v-btn>
</template>
