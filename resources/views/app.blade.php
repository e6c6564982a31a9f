<!doctype html>
<html lang="en">
<head>
  <meta charset="utf-8">
  <meta name="viewport" content="width=device-width, initial-scale=1">
  <meta name="color-scheme" content="light dark">
  <title>Hafenbuch</title>
  <link rel="icon" href="/icon.svg" type="image/svg+xml">
  @php($workspace = request()->segment(1) === 'w' ? request()->segment(2) : null)
  {{-- What the first view waits for longest is asked for before its script is read. --}}
  @if ($workspace !== null)
    <link rel="preload" as="fetch" crossorigin href="/api/workspaces/{{ rawurlencode($workspace) }}/quay">
    <link rel="preload" as="fetch" crossorigin href="/api/beginning">
  @endif
  @viteReactRefresh
  @vite('resources/js/main.tsx')
</head>
<body>
  <div id="app" @if ($workspace !== null) data-workspace="{{ $workspace }}" @endif></div>
  <noscript>Hafenbuch needs JavaScript.</noscript>
</body>
</html>
