import { createRouter, createWebHistory } from "vue-router";
import { person, resume } from "./accounts/session";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", redirect: "/shelves" },
    { path: "/sign-in", component: () => import("./accounts/SignIn.vue"), meta: { open: true } },
    { path: "/shelves", component: () => import("./rulebase/ShelvesView.vue") },
    {
      path: "/shelves/:kind(firewall|bay)/:id(\\d+)",
      component: () => import("./rulebase/ShelvesView.vue"),
    },
    {
      path: "/objects/:kind(address|service|application|user|schedule|zone)?/:id(\\d+|new|list)?",
      component: () => import("./objects/ObjectsView.vue"),
    },
    {
      path: "/estate/:kind(bay|firewall|all)?/:id(\\d+|new)?",
      component: () => import("./estate/EstateView.vue"),
    },
    { path: "/draft", component: () => import("./rulebase/DraftView.vue") },
    { path: "/people", component: () => import("./accounts/PeopleView.vue") },
    { path: "/install", component: () => import("./install/InstallView.vue") },
    { path: "/:rest(.*)*", redirect: "/shelves" },
  ],
});

router.beforeEach(async (to) => {
  if (to.meta.open || person.value || (await resume())) return true;
  return { path: "/sign-in", query: { to: to.fullPath } };
});
