<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta property="csp-nonce" nonce="{{ Vite::cspNonce() }}">
    <title>Logion</title>
    <link rel="icon" href="/mark.svg" type="image/svg+xml">
    {{-- What the program asks first is on its way before the program is. --}}
    <link rel="preload" href="/api/v1/session" as="fetch" crossorigin="anonymous">
    <link rel="preload" href="/api/v1/status" as="fetch" crossorigin="anonymous">
    @foreach (\App\Http\FirstModules::of(request()->path(), auth('web')->guest()) as $module)
    <link rel="modulepreload" href="{{ $module }}" nonce="{{ Vite::cspNonce() }}">
    @endforeach
    @vite('resources/ts/main.ts')
</head>
<body>
    <div id="logion"></div>
    <noscript>Logion needs JavaScript.</noscript>
</body>
</html>
