<?php

declare(strict_types=1);

namespace Tests\Workbook;

/** Opens workbooks in a spreadsheet program, which computes every formula anew, and reads what it found, with all digits. */
trait RecalculatesWorkbooks
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/workbook-'.getmypid();
        mkdir("{$this->folder}/.config/libreoffice/4/user", recursive: true);
        // Results that stand in the file are never believed: everything is computed anew when it is opened.
        $item = static fn (string $name): string => '<item oor:path="/org.openoffice.Office.Calc/Formula/Load"><prop oor:name="'.
            $name.
            '" oor:op="fuse"><value>0</value></prop></item>';
        file_put_contents(
            "{$this->folder}/.config/libreoffice/4/user/registrymodifications.xcu",
            '<?xml version="1.0" encoding="UTF-8"?><oor:items xmlns:oor="http://openoffice.org/2001/registry">'.
                $item('ODFRecalcMode').
                $item('OOXMLRecalcMode').
                '</oor:items>',
        );
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
        parent::tearDown();
    }

    private function recalculate(string ...$files): void
    {
        exec(
            'HOME='.
                escapeshellarg($this->folder).
                ' soffice --headless --convert-to '.
                escapeshellarg('csv:Text - txt - csv (StarCalc):44,34,76,1,,0,false,false,false,false,false,-1').
                ' --outdir '.
                escapeshellarg($this->folder).
                ' '.
                implode(' ', array_map(fn (string $file): string => escapeshellarg("{$this->folder}/{$file}"), $files)).
                ' 2>&1',
            $output,
            $code,
        );
        $this->assertSame(0, $code, implode("\n", $output));
    }

    /** @return list<list<string>> rows of cells */
    private function cells(string $book, string $sheet): array
    {
        $path = "{$this->folder}/{$book}-{$sheet}.csv";
        $this->assertFileExists($path);

        return array_map(
            static fn (string $line): array => array_map(strval(...), str_getcsv($line, ',', '"', '')),
            file($path, FILE_IGNORE_NEW_LINES) ?: [],
        );
    }

    /** A number with all its digits, or a part told in per cent; null for words. */
    private static function figure(string $cell): ?float
    {
        if (preg_match('/^-?[\d.]+(E[+-]?\d+)?%?$/', $cell) !== 1) {
            return null;
        }

        return str_ends_with($cell, '%') ? (float) $cell / 100 : (float) $cell;
    }

    private function same(?float $expected, ?float $found, string $where): void
    {
        $expected === null
            ? $this->assertNull($found, $where)
            : $this->assertEqualsWithDelta(
                $expected,
                $found ?? $this->fail("{$where}: no figure"),
                1e-9 * max(1.0, abs($expected)),
                $where,
            );
    }
}
