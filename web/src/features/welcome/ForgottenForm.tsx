/** A new password by a one-time code. */
import { Alert, Button, Stack, Typography } from "@mui/material";
import { useState, type SubmitEvent } from "react";

import { api, ProblemError, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Field } from "./Field";

export function ForgottenForm({ onDone }: { onDone: () => void }) {
  const [given, setGiven] = useState({ username: "", code: "", password: "" });
  const recover = useChange(() => unwrap(api.POST("/api/recovery/", { body: given })));
  const problem = recover.error instanceof ProblemError ? recover.error : null;
  const set = (name: keyof typeof given) => (value: string) => setGiven({ ...given, [name]: value });
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    recover.mutate(undefined);
  };
  if (recover.isSuccess) {
    return (
      <Alert
        severity="success"
        variant="outlined"
        sx={{ color: "text.primary" }}
        action={<Button onClick={onDone}>Sign in</Button>}>
        Your new password is set, and that code is used up.
      </Alert>
    );
  }
  return (
    <Stack component="form" spacing={2} onSubmit={submit}>
      <Typography>
        One of the codes that you wrote down when you signed up sets a new password. Without one, whoever runs this
        server can set it for you.
      </Typography>
      <Field
        name="username"
        label="Name to sign in with"
        autoComplete="username"
        value={given.username}
        fault={problem?.field("username")}
        onChange={set("username")}
      />
      <Field
        name="code"
        label="One-time code"
        autoComplete="one-time-code"
        value={given.code}
        fault={problem?.field("code")}
        help="As it was shown, with its number: 1-abcd-efgh-jkmn."
        onChange={set("code")}
      />
      <Field
        name="password"
        label="New password"
        autoComplete="new-password"
        value={given.password}
        fault={problem?.field("password")}
        help="Eight characters or more."
        onChange={set("password")}
      />
      {recover.error && !problem?.problem?.errors.length && <ErrorNotice error={recover.error} />}
      <Button type="submit" variant="contained" loading={recover.isPending}>
        Set the new password
      </Button>
    </Stack>
  );
}
