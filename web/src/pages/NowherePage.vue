<script setup lang="ts">
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
</script>

<template>
  <PageHead><h1>No such place</h1></PageHead>
  <PageState state="absent" what="That page" why="Nothing of Cielo stands at this address." />
</template>
