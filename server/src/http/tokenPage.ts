import type { Response } from 'express';

/** A page for those who came without the operator's token, or with a wrong one. It needs no file of the application. */
export function sendTokenPage(response: Response, wrong: boolean): void {
  const nonce = response.locals['nonce'] as string;
  response.setHeader(
    'Content-Security-Policy',
    `default-src 'none'; style-src 'nonce-${nonce}'; form-action 'self'; frame-ancestors 'none'; base-uri 'none'`,
  );
  // Without a referrer a browser says of a form that it comes from nowhere, which the guard refuses.
  response.setHeader('Referrer-Policy', 'same-origin');
  response.setHeader('Cache-Control', 'no-store');
  response.status(401).type('html').send(page(nonce, wrong));
}

const page = (nonce: string, wrong: boolean): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>Pencil Bend</title>
<style nonce="${nonce}">
  body { margin: 0; min-height: 100vh; display: grid; place-items: center; background: #faf7f0; color: #23252b;
    font: 16px/1.5 'Spline Sans', system-ui, sans-serif; }
  main { width: min(26rem, calc(100vw - 3rem)); }
  h1 { margin: 0 0 .5rem; font-size: 1.375rem; font-weight: 600; }
  p { margin: 0 0 1.25rem; }
  label { display: block; margin-bottom: .25rem; font-weight: 600; }
  form { display: grid; grid-template-columns: 1fr auto; gap: .5rem; }
  input, button { font: inherit; padding: .5rem .75rem; border-radius: 6px; border: 1px solid #6f6a5f; }
  input { min-width: 0; background: #fffdf8; color: inherit; }
  button { background: #23252b; border-color: #23252b; color: #fffdf8; cursor: pointer; }
  :focus-visible { outline: 2px solid #c8431f; outline-offset: 2px; }
  .wrong { margin: .75rem 0 0; color: #8a5a00; }
</style>
<main>
  <h1>Pencil Bend</h1>
  <p>This bench belongs to somebody. Whoever runs it has a token for its visitors.</p>
  <form method="post">
    <div><label for="token">Token</label></div><div></div>
    <input name="user" type="text" autocomplete="username" value="Pencil Bend" hidden>
    <input id="token" name="token" type="password" autocomplete="current-password" required autofocus>
    <button type="submit">Come in</button>
  </form>
  ${wrong ? '<p class="wrong" role="alert">That is not the token.</p>' : ''}
</main>
</html>
`;
