/** A day's plan: when which pot is likely brewed, by which levels, and what that brings. */
export { DayPlan } from "./dayPlan.tsx";
export { PlansOfSites } from "./plansOfSites.tsx";
