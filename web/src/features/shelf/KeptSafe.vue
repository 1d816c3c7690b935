<script setup lang="ts">
/** Where everything lies, and how it is kept safe. */
</script>

<template>
  <p class="quiet">
    All of this and your cards lie in one file on this machine. Every day that it runs, Cielo makes a whole
    copy of it in a folder of backups beside it. How to make one now, and how to bring one back, stands in the
    README under “Where everything lies”.
  </p>
</template>

<style scoped>
p {
  max-width: 62ch;
  margin-top: 34px;
}
</style>
