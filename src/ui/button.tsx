import type { ComponentProps } from "react";

const LOOKS = {
  main: "border-rim bg-rim px-3 text-enamel",
  plain: "border-rim bg-enamel px-3 text-ink",
  quiet: "border-transparent px-3 text-ink hover:bg-rim/10",
  icon: "min-w-9 border-transparent text-ink hover:bg-rim/10",
} as const;

interface ButtonProps extends ComponentProps<"button"> {
  readonly look?: keyof typeof LOOKS;
}

/** The look of every button: a rim, and a thumb's height. */
export function buttonClass(look: keyof typeof LOOKS = "plain"): string {
  return `inline-flex min-h-10 items-center justify-center gap-2 rounded-panel border-2 font-semibold disabled:opacity-50 ${LOOKS[look]}`;
}

export function Button({ look = "plain", className = "", ...props }: ButtonProps) {
  return <button type="button" className={`${buttonClass(look)} ${className}`} {...props} />;
}
