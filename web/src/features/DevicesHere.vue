<script setup lang="ts">
/** The tablet at the table: how it comes in, and which devices are let in; each can be sent away. */
import { useIntervalFn } from "@vueuse/core";
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";
import { useDoing } from "../composables/useDoing";
import { t } from "../words";

const EVERY_MS = 3000;
const asked = useAsked((signal) => ask("get", "/api/devices", { signal }));
const here = asked.value;
const { run } = useDoing("devices");
useIntervalFn(() => void asked.again(), EVERY_MS);
async function sendAway(key: string) {
  await run(() => ask("delete", "/api/devices/{key}", { params: { path: { key } } }));
  await asked.again();
}
const ago = (seconds: number) =>
  seconds < 90
    ? t("desk.devicesHere.justNow")
    : seconds < 5400
      ? t("desk.devicesHere.minutesAgo", { seconds: Math.round(seconds / 60) })
      : t("desk.devicesHere.aWhileAgo");
</script>

<template>
  <section class="devices" :aria-label="t('everywhere.common.useOnATablet')" data-words>
    <p v-if="asked.refusal.value">{{ t("desk.devicesHere.devicesAreLetInAt") }}</p>
    <p v-else-if="here && !here.open">
      {{ t("desk.devicesHere.cieloAnswersOnThisComputer") }}{{ " "
      }}<i18n-t keypath="desk.devicesHere.toHaveItOnThe" scope="global">
        <template #cieloServe>
          <code>{{ t("desk.devicesHere.cieloServeLan") }}</code>
        </template>
      </i18n-t>
    </p>
    <template v-else-if="here">
      <div class="come">
        <img :src="`/api/devices/qr.svg?${here.code}`" :alt="t('desk.devicesHere.theAddressWithTheCode')" />
        <p>
          <i18n-t keypath="desk.devicesHere.onTheTabletOpenAnd" scope="global">
            <template #address>
              <b>{{ here.address }}</b>
            </template>
            <template #br>
              <br />
            </template>
            <template #strongIt>
              <strong class="code">{{ here.code.slice(0, 4) }} {{ here.code.slice(4) }}</strong>
            </template>
            <template #br2>
              <br />
            </template>
          </i18n-t>
          {{ t("desk.devicesHere.theCodeLetsOneDevice") }}{{ " "
          }}<span v-if="!here.secure">{{ t("desk.devicesHere.whatGoesToAndFro") }}</span>
        </p>
      </div>
      <ul v-if="here.devices.length" :aria-label="t('desk.devicesHere.devicesThatAreLetIn')">
        <li v-for="device in here.devices" :key="device.key">
          {{
            t("desk.devicesHere.aLetIn", {
              name: device.name,
              ago: ago(device.since_s),
              ago2: ago(device.seen_s),
            })
          }}{{ " "
          }}<el-button size="small" @click="sendAway(device.key)">{{
            t("everywhere.action.remove")
          }}</el-button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.devices {
  margin: 14px 0;
  padding: 14px 20px;
  background: var(--paper-lift);
  max-width: 60em;
}
.come {
  display: flex;
  gap: 22px;
  align-items: center;
}
img {
  width: 170px;
  height: 170px;
}
.code {
  font: 700 34px/1.4 var(--text);
  letter-spacing: 0.08em;
}
ul {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
}
@media (max-width: 620px) {
  .come {
    flex-direction: column;
  }
}
</style>
