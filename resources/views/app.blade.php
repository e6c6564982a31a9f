<!doctype html>
<html lang="en">
<head>
  <meta charset="utf-8">
  <meta name="viewport" content="width=device-width, initial-scale=1">
  <meta name="color-scheme" content="light dark">
  <title>Hafenbuch</title>
  @viteReactRefresh
  @vite('resources/js/main.tsx')
</head>
<body>
  <div id="app"></div>
  <noscript>Hafenbuch needs JavaScript.</noscript>
</body>
</html>
