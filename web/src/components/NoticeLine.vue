<script setup lang="ts">
/** What the page has to say, at its foot: a line for each thing that wants a look, and one when the server is away. */
import { useNotices, type Notice } from "../stores/notices";
import { useServer } from "../stores/server";
import { t } from "../words";

const notices = useNotices();
const server = useServer();
function go(source: string, way: Notice["ways"][number]) {
  notices.clear(source);
  void way.go();
}
</script>

<template>
  <div class="line" role="status" aria-live="polite">
    <div v-if="server.away" class="words" data-test="away">
      {{ server.kept ? t("everywhere.noticeLine.awayKept") : t("everywhere.noticeLine.awayThisWindow") }}
    </div>
    <div v-for="[source, notice] in notices.said" :key="source" class="words" :data-test="`notice-${source}`">
      <span>{{ notice.text }}</span>
      <el-button v-for="way in notice.ways" :key="way.label" @click="go(source, way)">{{
        way.label
      }}</el-button>
      <el-button v-if="!notice.stays" @click="notices.clear(source)">{{
        t("everywhere.noticeLine.ok")
      }}</el-button>
    </div>
  </div>
</template>

<style scoped>
.line {
  position: fixed;
  inset: auto 0 0;
  z-index: 3000;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 6px;
  padding-bottom: 14px;
  pointer-events: none;
}
.line:empty {
  padding: 0;
}
.words {
  pointer-events: auto;
  display: flex;
  align-items: center;
  gap: 12px;
  max-width: 900px;
  min-height: 52px;
  margin: 0 16px;
  padding: 4px 10px 4px 20px;
  background: var(--ink);
  color: var(--paper-lift);
  border-radius: 4px;
  overflow-wrap: anywhere;
}
.words :deep(.el-button) {
  color: inherit;
}
.words :deep(.el-button:hover) {
  background: #ffffff22;
}
</style>
