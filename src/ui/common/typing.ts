/**
 * Whether a key press belongs to a field the grower is writing in, so that single letters are not taken for commands.
 */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/u.test(target.tagName));
