<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta property="csp-nonce" nonce="{{ Vite::cspNonce() }}">
    <title>Logion</title>
    <link rel="icon" href="/mark.svg" type="image/svg+xml">
    @vite('resources/ts/main.ts')
</head>
<body>
    <div id="logion"></div>
    <noscript>Logion needs JavaScript.</noscript>
</body>
</html>
