<script setup lang="ts">
/** How the pieces lie on the sheets, stock by stock. */
import type { Schemas, Units } from "../../api/models";
import NestedSheet from "./NestedSheet.vue";
import { t } from "../../words";

defineProps<{ stocks: Schemas["StockNeededOut"][]; units: Units; cards: number }>();
</script>

<template>
  <h2>
    {{
      t("pieces.nestedStocks.howTheyLieOnThe", {
        cards: cards === 1 ? t("everywhere.common.oneCard") : t("everywhere.common.cards", { count: cards }),
      })
    }}
  </h2>
  <div class="stocks">
    <div v-for="stock in stocks" :key="stock.of">
      <p>
        <b>{{ stock.of }}</b>
        <template v-if="stock.count">{{
          t("pieces.nestedStocks.of", {
            count:
              stock.count === 1
                ? t("pieces.nestedStocks.oneSheet")
                : t("everywhere.common.sheets", { count: stock.count }),
            name: stock.sheet.name,
            larger: stock.larger ? `; ${stock.larger}` : "",
          })
        }}</template>
        {{ stock.refused }}
      </p>
      <div class="sheets">
        <NestedSheet
          v-for="(nested, i) in stock.sheets"
          :key="i"
          :nested="nested"
          :width="stock.sheet.width_mm"
          :height="stock.sheet.height_mm"
          :units="units"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
h2 {
  margin: 26px 0 8px;
  padding-top: 14px;
  border-top: 1px solid var(--hairline);
  font-size: 22px;
}
.stocks {
  display: flex;
  flex-wrap: wrap;
  gap: 14px 34px;
}
.sheets {
  display: flex;
  flex-wrap: wrap;
  gap: 20px;
  margin-top: 8px;
}
</style>
