/** A text field from its parts: the ready-made one brings menus along, which the first view need not wait for. */
import { FormControl, FormHelperText, InputLabel, OutlinedInput } from "@mui/material";

interface FieldProps {
  name: string;
  label: string;
  autoComplete: string;
  value: string;
  fault: string | undefined;
  help?: string | undefined;
  onChange: (value: string) => void;
}

export function Field({ name, label, autoComplete, value, fault, help, onChange }: FieldProps) {
  return (
    <FormControl required error={!!fault}>
      <InputLabel htmlFor={name}>{label}</InputLabel>
      <OutlinedInput
        id={name}
        label={label}
        type={name === "password" ? "password" : "text"}
        autoComplete={autoComplete}
        value={value}
        aria-describedby={`${name}-help`}
        onChange={(event) => onChange(event.target.value)}
      />
      <FormHelperText id={`${name}-help`}>{fault ?? help}</FormHelperText>
    </FormControl>
  );
}
