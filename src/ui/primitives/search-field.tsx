import { Search } from "lucide-react";
import type { Ref } from "react";
import { inputClass } from "./field";

type SearchFieldProps = {
  label: string;
  placeholder: string;
  value: string;
  maxLength: number;
  onChange: (value: string) => void;
  inputRef?: Ref<HTMLInputElement>;
  className?: string;
};

/** Found as one types. */
export const SearchField = ({ label, onChange, inputRef, className = "", ...field }: SearchFieldProps) => (
  <label className={`relative ${className}`}>
    <span className="sr-only">{label}</span>
    <Search aria-hidden size={20} className="absolute top-3 left-3 text-soft" />
    <input
      ref={inputRef}
      type="search"
      className={`${inputClass} ps-10`}
      onChange={(event) => onChange(event.target.value)}
      {...field}
    />
  </label>
);
