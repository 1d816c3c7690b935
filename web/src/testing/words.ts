import { config } from "@vue/test-utils";
import { i18n } from "../words";

config.global.plugins = [i18n];
