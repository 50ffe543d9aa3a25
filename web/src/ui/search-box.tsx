import type { Ref } from 'react';

interface Props {
  ref: Ref<HTMLInputElement>;
  label: string;
  placeholder: string;
  value: string;
  onChange(value: string): void;
}

/** Narrows a list. Escape gives the keys back to the list and, unlike the browser's own, keeps what was typed. */
export function SearchBox({ ref, label, placeholder, value, onChange }: Props) {
  return (
    <input
      ref={ref}
      type="search"
      aria-label={label}
      placeholder={placeholder}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.preventDefault();
        event.currentTarget.blur();
      }}
    />
  );
}
