<script setup lang="ts">
/** A stencil or mask of the shelf drawn large, with its openings and what is known of its shape. */
import type { Schemas, Units } from "../../api/models";
import { sayLength } from "../../logic/length";
import DesignPicture from "./DesignPicture.vue";
import { t } from "../../words";

defineProps<{
  design: Schemas["DesignOut"];
  units: Units;
  /** Shown as what a stamp prints, not as what is cut. */
  image?: boolean;
}>();
</script>

<template>
  <div class="looks">
    <span class="picture"><DesignPicture :design="design" :printed="image" /></span>
    <p v-if="!image">
      {{
        t("shelf.stencilLooks.drawnForBy", {
          length: sayLength(design.sheet_mm, units),
          length2: sayLength(design.sheet_mm, units),
          parts: design.parts.map((part) => part.name).join(", "),
        })
      }}
    </p>
    <p v-for="fact in image ? [] : design.facts" :key="fact" class="quiet">{{ fact }}</p>
  </div>
</template>

<style scoped>
.looks {
  margin: 10px 0;
}
.picture {
  display: block;
  width: 190px;
  height: 190px;
  margin-bottom: 6px;
}
</style>
