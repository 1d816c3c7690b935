<script setup lang="ts">
/** Whether everything was copied whole lately: where it was not for more than a day, something keeps it from being. */
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";
import { sayWhen } from "../logic/versions";
import { t } from "../words";

const { value: safe } = useAsked((signal) => ask("get", "/api/safe", { signal }));
</script>

<template>
  <p v-if="safe?.old && safe.last_backup" role="status" data-test="backup">
    {{ t("cards.page.backupOld", { day: sayWhen(safe.last_backup) }) }}
  </p>
</template>
