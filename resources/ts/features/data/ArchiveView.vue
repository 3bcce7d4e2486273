<template>
  <div class="narrow">
    <h2>Everything of yours in one file</h2>
    <p>
      Screens, lists, own metrics, valuations, decisions, notes, corrections, one-offs and imports, with the companies, filings and prices
      they stand on, as JSON lines in a zip, and the files you handed in. Read into an empty installation it gives the same answers.
    </p>
    <p class="quiet">
      Writing takes about half a minute for a million prices. It is read with <code>php artisan logion:archive FILE --read</code>.
    </p>
    <v-btn variant="outlined" class="mt-3" href="/api/v1/archive" download>Write the archive</v-btn>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 720px;
}
p {
  margin-bottom: calc(var(--space) * 2);
}
</style>
