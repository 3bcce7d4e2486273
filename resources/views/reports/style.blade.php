<style>
    body { font-family: 'DejaVu Sans', sans-serif; font-size: 9pt; color: #1F2A30; }
    h1 { font-size: 17pt; margin: 0 0 2pt; color: #0F4C5C; }
    h2 { font-size: 12pt; margin: 14pt 0 4pt; border-bottom: 1px solid #E4DDD0; }
    p { margin: 3pt 0; }
    table { width: 100%; border-collapse: collapse; }
    th, td { text-align: right; padding: 2pt 4pt; border-bottom: 1px solid #E4DDD0; }
    th { color: #5D676C; font-weight: normal; }
    th:first-child, td:first-child { text-align: left; }
    .left { text-align: left; }
    .quiet { color: #5D676C; }
    tr { page-break-inside: avoid; }
</style>
