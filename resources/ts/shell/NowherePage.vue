<template>
  <div class="page">
    <h1>There is nothing here</h1>
    <p class="my-3">The address names no page. Begin at the desk, or press <kbd>/</kbd> to find something.</p>
    <router-link to="/desk">To the desk</router-link>
  </div>
</template>
