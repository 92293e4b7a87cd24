import type { ButtonHTMLAttributes } from "react";

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  strong?: boolean;
}

/** A button with words in it. */
export function Button({ strong, className = "", type = "button", ...rest }: Props) {
  const look = strong ? "bg-accent text-ground border-accent font-semibold hover:opacity-90" : "border-rule bg-raised text-ink hover:border-dim";
  return (
    <button
      type={type}
      className={`border px-2.5 py-1 text-body disabled:border-rule disabled:bg-transparent disabled:text-dim disabled:opacity-60 ${look} ${className}`}
      {...rest}
    />
  );
}
