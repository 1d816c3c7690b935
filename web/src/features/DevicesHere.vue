<script setup lang="ts">
/** The tablet at the table: how it comes in, and which devices are let in; each can be sent away. */
import { useIntervalFn } from "@vueuse/core";
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";
import { useDoing } from "../composables/useDoing";

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
  seconds < 90 ? "just now" : seconds < 5400 ? `${Math.round(seconds / 60)} minutes ago` : "a while ago";
</script>

<template>
  <section class="devices" aria-label="The tablet at the table" data-words>
    <p v-if="asked.refusal.value">Devices are let in at the computer that Cielo runs on.</p>
    <p v-else-if="here && !here.open">
      Cielo answers on this computer alone. To have it on the tablet at the table too, stop it and start it
      with
      <code>cielo serve --lan</code>: it then shows a code that lets the tablet in.
    </p>
    <template v-else-if="here">
      <div class="come">
        <img
          :src="`/api/devices/qr.svg?${here.code}`"
          alt="The address with the code, to be read by the tablet's camera"
        />
        <p>
          On the tablet, open <b>{{ here.address }}</b> and give the code<br />
          <strong class="code">{{ here.code.slice(0, 4) }} {{ here.code.slice(4) }}</strong
          ><br />
          or read the square with its camera. The code lets one device in, and changes every ten minutes.
          <span v-if="!here.secure"
            >What goes to and fro can be read by others on this network: use it at home.</span
          >
        </p>
      </div>
      <ul v-if="here.devices.length" aria-label="Devices that are let in">
        <li v-for="device in here.devices" :key="device.key">
          A {{ device.name }}, let in {{ ago(device.since_s) }}, seen {{ ago(device.seen_s) }}.
          <el-button size="small" @click="sendAway(device.key)">Send it away</el-button>
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
