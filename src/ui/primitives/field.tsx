import clsx from "clsx";
import { type ReactNode, useId } from "react";

type FieldProps = {
  label: ReactNode;
  hint?: ReactNode;
  error?: string | undefined;
  className?: string;
  children: (ids: {
    id: string;
    "aria-describedby": string | undefined;
    "aria-invalid": boolean | undefined;
  }) => ReactNode;
};

/** A label, its input, a hint, and an error that says what to do. */
export function Field({ label, hint, error, className, children }: FieldProps) {
  const id = useId();
  const describedBy = [hint && `${id}-hint`, error && `${id}-error`].filter(Boolean).join(" ") || undefined;
  return (
    <div className={clsx("flex flex-col gap-1", className)}>
      <label htmlFor={id} className="font-medium">
        {label}
      </label>
      {children({ id, "aria-describedby": describedBy, "aria-invalid": error ? true : undefined })}
      {hint && (
        <p id={`${id}-hint`} className="text-sm text-soft">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${id}-error`} role="alert" className="text-sm font-medium text-stop">
          {error}
        </p>
      )}
    </div>
  );
}

export const inputClass = "min-h-11 w-full rounded-lg border border-edge bg-card px-3 text-ink placeholder:text-soft";
