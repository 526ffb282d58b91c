/** Whether a field is being typed in: keys are letters there, not commands. */
export function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && target.closest("input, textarea, [contenteditable]") !== null;
}
