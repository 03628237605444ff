import "element-plus/theme-chalk/base.css";
import "element-plus/theme-chalk/el-input.css";
import "element-plus/theme-chalk/el-checkbox.css";
import "element-plus/theme-chalk/el-input-number.css";
import "element-plus/theme-chalk/el-select.css";
import "element-plus/theme-chalk/el-option.css";
import "element-plus/theme-chalk/el-popper.css";
import "element-plus/theme-chalk/el-scrollbar.css";
import "element-plus/theme-chalk/el-tag.css";
import "./styles/tokens.css";
import "./styles/base.css";
import "./styles/element.css";
import { createApp } from "vue";
import { signedOut } from "./accounts/session";
import { sendSettings } from "./accounts/settings";
import { onSignedOut } from "./api/client";
import App from "./App.vue";
import { router } from "./router";

onSignedOut.call = signedOut;

window.addEventListener("pagehide", sendSettings);

createApp(App).use(router).mount("#app");
