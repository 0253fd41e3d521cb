import { Search } from "lucide-react";

/** The place where a list is searched. */
export function SearchField({
  label,
  value,
  placeholder,
  className = "",
  onChange,
}: {
  label: string;
  value: string;
  placeholder: string;
  className?: string;
  onChange: (value: string) => void;
}) {
  return (
    <label className={`flex items-center gap-2 ${className}`}>
      <Search aria-hidden size={20} className="shrink-0" />
      <span className="sr-only">{label}</span>
      <input
        type="search"
        className="entry"
        placeholder={placeholder}
        value={value}
        maxLength={100}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
