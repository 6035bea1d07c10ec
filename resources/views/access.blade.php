<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Tornavis: access code</title>
    <link rel="icon" href="/mark.svg" type="image/svg+xml">
    <style>
        body { margin: 0; padding: 32px 20px; font: 18px/1.5 system-ui, sans-serif; }
        body { background: #F3F5F1; color: #16232B; }
        form { max-width: 26em; margin: 0 auto; display: grid; gap: 14px; }
        h1 { font-size: 26px; margin: 0; }
        p { margin: 0; }
        input { font: 26px monospace; letter-spacing: .08em; width: 100%; box-sizing: border-box; }
        input { padding: 10px 14px; border: 2px solid #2F5D62; border-radius: 4px; }
        button { font: inherit; font-weight: 700; padding: 12px 18px; border: 0; border-radius: 4px; }
        button { background: #94640F; color: #fff; }
        .wrong { border-left: 4px solid #7A2E4D; padding-left: 12px; }
    </style>
</head>
<body>
    <form method="post" action="/access">
        <input type="hidden" name="to" value="{{ $to }}">
        <h1>Tornavis</h1>
        @if ($wrong)
            <p class="wrong" role="alert">
                That is not the code of this start. Read it again: a new start has a new code.
            </p>
        @endif
        <p>Type the access code that the computer shows on its run page and in its window.</p>
        <label>
            Access code
            <input name="code" autocomplete="off" autocapitalize="none" spellcheck="false" autofocus required>
        </label>
        <label>Name of this device <input name="name" maxlength="40" autocomplete="off" placeholder="optional"></label>
        <button type="submit">Open</button>
        <p>From here you can follow a run and answer it.</p>
    </form>
</body>
</html>
