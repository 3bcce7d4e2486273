<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/**
 * The rows of a table in CSV, XLSX or ODS, one after the other with flat memory. Row numbers count from 1 as a reader of the
 * file sees them. Of a workbook one sheet is read: the one that is named, or the first that has rows.
 */
final readonly class Rows
{
    /** Cells of a row beyond this are left out; repeated empty cells fill sheets to their edge. */
    private const WIDEST = 1000;

    /** Byte order mark of UTF-8. */
    private const MARK = "\xEF\xBB\xBF";

    private const SHARED_TEXTS = 200_000_000;

    private const LONGEST_LINE = 4_000_000;

    /** @param  int|null  $sheet  of a workbook, from 1; null for the first that has rows */
    public function __construct(private string $path, private FileFormat $format, private ?int $sheet = null)
    {
    }

    /**
     * @return list<string> names of the sheets of a workbook, in its order; none of another file
     *
     * @throws Refusal if it cannot be read
     */
    public function sheets(): array
    {
        if ($this->format === FileFormat::Xlsx) {
            return array_keys($this->worksheets(Archive::open($this->path)));
        }
        $names = [];
        foreach (
            $this->format === FileFormat::Ods
                ? Xml::open(Archive::open($this->path)->address('content.xml'), 'The spreadsheet')->elements()
                : [] as $node
        ) {
            if ($node->localName === 'table' && $node->prefix === 'table') {
                $names[] = (string) $node->getAttribute('table:name');
            }
        }

        return $names;
    }

    /**
     * @return iterable<int, list<string>>
     *
     * @throws Refusal if the file is not such a table
     */
    public function read(): iterable
    {
        return match ($this->format) {
            FileFormat::Csv => $this->csv(),
            FileFormat::Xlsx => $this->xlsx(),
            FileFormat::Ods => $this->ods(),
            default => throw Refusal::because(Words::say('the_file_is_a_report_not')),
        };
    }

    /**
     * The first rows.
     *
     * @return list<list<string>>
     */
    public function first(int $most): array
    {
        $rows = [];
        foreach ($this->read() as $number => $row) {
            // Keep positions: row n stands at n − 1.
            while (count($rows) < $number - 1 && count($rows) < $most) {
                $rows[] = [];
            }
            if (count($rows) >= $most) {
                break;
            }
            $rows[] = $row;
        }

        return $rows;
    }

    /** Delimiter of a CSV file: the one that splits its first lines most evenly. */
    public static function delimiter(string $start): string
    {
        $best = ',';
        $most = 0.0;
        foreach ([',', ';', "\t", '|'] as $delimiter) {
            $counts = array_map(
                static fn (string $line): int => count(str_getcsv($line, $delimiter, '"', '')) - 1,
                array_filter(
                    array_slice(preg_split('/\r\n|\n|\r/', $start) ?: [], 0, 20),
                    static fn (string $line): bool => trim($line) !== '',
                ),
            );
            $score =
                $counts === []
                    ? 0.0
                    : ((array_sum($counts) / count($counts)) * (count(array_filter($counts)) / count($counts))) /
                        (1 + (max($counts) - min($counts)) / 4);
            if ($score > $most) {
                [$best, $most] = [$delimiter, $score];
            }
        }

        return $best;
    }

    /** @return iterable<int, list<string>> */
    private function csv(): iterable
    {
        $stream = @fopen($this->path, 'rb');
        if ($stream === false) {
            throw Refusal::because(Words::say('the_file_cannot_be_read'));
        }
        try {
            $start = (string) fread($stream, 65536);
            if (str_contains(substr($start, 0, 4096), "\0")) {
                $encoding = self::utf16($start) ?? throw Refusal::because(Words::say('the_file_is_not_a_text'));
                stream_filter_append($stream, 'convert.iconv.'.$encoding.'/UTF-8', STREAM_FILTER_READ);
                $start = (string) mb_convert_encoding($start, 'UTF-8', $encoding);
            }
            rewind($stream);
            $delimiter = self::delimiter($start);
            $number = 0;
            while (($line = self::line($stream)) !== false) {
                $number++;
                // Taking a line apart at its delimiters is ten times faster than a CSV reader; that is for lines with quotes.
                if (str_contains($line, '"')) {
                    for (
                        $quotes = substr_count($line, '"');
                        $quotes % 2 === 1 && ($more = self::line($stream)) !== false;
                        $quotes += substr_count($more, '"')
                    ) {
                        $line .= "\n".$more;
                        strlen($line) > self::LONGEST_LINE && self::refuseLength($number);
                    }
                    $row = str_getcsv(rtrim($line, "\r"), $delimiter, '"', '');
                } else {
                    strlen($line) > self::LONGEST_LINE && self::refuseLength($number);
                    $row = explode($delimiter, rtrim($line, "\r"));
                }
                if ($row === [''] || $row === [null]) {
                    continue;
                }
                if ($number === 1) {
                    $row[0] = str_starts_with((string) $row[0], self::MARK) ? substr((string) $row[0], strlen(self::MARK)) : $row[0];
                }
                if (! mb_check_encoding($line, 'UTF-8')) {
                    // Not Unicode: the common encoding of older programs.
                    $row = array_map(
                        static fn (?string $cell): string => mb_check_encoding((string) $cell, 'UTF-8')
                            ? (string) $cell
                            : mb_convert_encoding((string) $cell, 'UTF-8', 'Windows-1252'),
                        $row,
                    );
                }
                /** @var list<string> $row */
                yield $number => count($row) > self::WIDEST ? array_slice($row, 0, self::WIDEST) : $row;
            }
        } finally {
            fclose($stream);
        }
    }

    /** Which UTF-16 a text with zero bytes is in, by its mark or by where the zeros of Latin letters stand; null if it is none. */
    public static function utf16(string $start): ?string
    {
        $even = $odd = 0;
        for ($at = 0; $at < min(400, strlen($start)); $at++) {
            $start[$at] === "\0" && ($at % 2 === 0 ? $even++ : $odd++);
        }

        return match (true) {
            str_starts_with($start, "\xFF\xFE") => 'UTF-16LE',
            str_starts_with($start, "\xFE\xFF") => 'UTF-16BE',
            // Nearly every second byte is zero, and hardly any other.
            $odd > 0.35 * min(400, strlen($start)) && $even === 0 => 'UTF-16LE',
            $even > 0.35 * min(400, strlen($start)) && $odd === 0 => 'UTF-16BE',
            default => null,
        };
    }

    /**
     * The next line without its end; never read further than a line may be long.
     *
     * @param  resource  $stream
     *
     * @phpstan-impure
     */
    private static function line($stream): string|false
    {
        return stream_get_line($stream, self::LONGEST_LINE + 1, "\n");
    }

    /** @throws Refusal always: a row so long is none */
    private static function refuseLength(int $number): never
    {
        throw Refusal::because(
            Words::say('row_is_longer_than_mb_a', number: $number, number2: Numerals::decimal(self::LONGEST_LINE / 1e6)),
        );
    }

    /** @return iterable<int, list<string>> */
    private function xlsx(): iterable
    {
        $archive = Archive::open($this->path);
        $texts = isset($archive->entries['xl/sharedStrings.xml']) ? $this->sharedTexts($archive) : [];
        $sheets = array_values($this->worksheets($archive));
        $sheets = $this->sheet === null ? $sheets : array_slice($sheets, $this->sheet - 1, 1);
        $dates = $this->dateStyles($archive);
        foreach ($sheets as $sheet) {
            $any = false;
            $row = [];
            $number = 0;
            foreach (Xml::open($archive->address($sheet), 'The sheet')->elements() as $node) {
                if ($node->localName === 'row') {
                    if ($row !== []) {
                        $any = true;
                        yield $number => self::filled($row);
                    }
                    $number = (int) ($node->getAttribute('r') ?? $number + 1);
                    $row = [];
                } elseif ($node->localName === 'c') {
                    $at = self::column($node->getAttribute('r') ?? '', count($row));
                    if ($at < self::WIDEST) {
                        $row[$at] = self::cell($node, $texts, $dates);
                    }
                }
            }
            if ($row !== []) {
                $any = true;
                yield $number => self::filled($row);
            }
            if ($any) {
                return;
            }
        }
    }

    /** @return array<string, string> entry of each worksheet by its name, in the workbook's order */
    private function worksheets(Archive $archive): array
    {
        $entries = preg_grep('~^xl/worksheets/[^/]+\.xml$~', array_keys($archive->entries)) ?: [];
        natsort($entries);
        if (! isset($archive->entries['xl/_rels/workbook.xml.rels'])) {
            return array_combine($entries, $entries);
        }
        $targets = $sheets = [];
        foreach (Xml::open($archive->address('xl/_rels/workbook.xml.rels'), 'The workbook')->elements() as $node) {
            $targets[(string) $node->getAttribute('Id')] = ltrim((string) $node->getAttribute('Target'), '/');
        }
        foreach (Xml::open($archive->address('xl/workbook.xml'), 'The workbook')->elements() as $node) {
            if ($node->localName === 'sheet') {
                $target = $targets[(string) $node->getAttribute('r:id')] ?? '';
                $entry = str_starts_with($target, 'xl/') ? $target : "xl/{$target}";
                if (in_array($entry, $entries, true)) {
                    $sheets[(string) $node->getAttribute('name')] = $entry;
                }
            }
        }

        return $sheets === [] ? array_combine($entries, $entries) : $sheets;
    }

    /**
     * @param  list<string>  $texts
     * @param  array<int, true>  $dates
     */
    private static function cell(\XMLReader $node, array $texts, array $dates): string
    {
        $type = $node->getAttribute('t') ?? 'n';
        $style = (int) ($node->getAttribute('s') ?? 0);
        $element = @simplexml_load_string($node->readOuterXml(), options: LIBXML_NONET);
        if ($element === false) {
            return '';
        }
        $value = (string) $element->v;

        return match (true) {
            $type === 's' => $texts[(int) $value] ?? '',
            $type === 'inlineStr' => implode('', array_map('strval', $element->xpath('.//*[local-name()="t"]') ?: [])),
            $type === 'n' && isset($dates[$style]) && is_numeric($value) && (float) $value > 20000 && (float) $value < 80000 => gmdate(
                'Y-m-d',
                ((int) $value - 25569) * 86400,
            ),
            default => $value,
        };
    }

    /** @return list<string> */
    private function sharedTexts(Archive $archive): array
    {
        if ($archive->entries['xl/sharedStrings.xml'] > self::SHARED_TEXTS) {
            throw Refusal::because(Words::say('the_workbook_has_more_than_mb'));
        }
        $texts = [];
        foreach (Xml::open($archive->address('xl/sharedStrings.xml'), 'The workbook')->elements() as $node) {
            if ($node->localName === 'si') {
                $texts[] = $node->readString();
            }
        }

        return $texts;
    }

    /**
     * Cell styles that show a date.
     *
     * @return array<int, true>
     */
    private function dateStyles(Archive $archive): array
    {
        if (! isset($archive->entries['xl/styles.xml'])) {
            return [];
        }
        $custom = $dates = [];
        $at = -1;
        $inCells = false;
        foreach (Xml::open($archive->address('xl/styles.xml'), 'The workbook')->elements() as $node) {
            if ($node->localName === 'numFmt') {
                $custom[(int) $node->getAttribute('numFmtId')] =
                    preg_match('/[dy]/i', (string) preg_replace('/"[^"]*"|\[[^\]]*\]/', '', (string) $node->getAttribute('formatCode'))) ===
                    1;
            }
            $inCells = $node->localName === 'cellXfs' || ($inCells && $node->localName !== 'cellStyles');
            if ($inCells && $node->localName === 'xf') {
                $format = (int) $node->getAttribute('numFmtId');
                $at++;
                if (($format >= 14 && $format <= 17) || $format === 22 || ($custom[$format] ?? false)) {
                    $dates[$at] = true;
                }
            }
        }

        return $dates;
    }

    /** @return iterable<int, list<string>> */
    private function ods(): iterable
    {
        $archive = Archive::open($this->path);
        if (! isset($archive->entries['content.xml'])) {
            throw Refusal::because(Words::say('the_archive_is_not_a_spreadsheet'));
        }
        $row = null;
        $number = $repeat = 0;
        $next = 1;
        $tables = 0;
        $any = false;
        foreach (Xml::open($archive->address('content.xml'), 'The spreadsheet')->elements() as $node) {
            if ($node->localName === 'table' && $node->prefix === 'table') {
                $tables++;
                if ($this->sheet === null ? $tables > 1 && ($any || self::isFilled($row)) : $tables > $this->sheet) {
                    break;
                }
                [$row, $next] = [null, 1];
            } elseif ($this->sheet !== null && $tables < $this->sheet) {
                continue;
            } elseif ($node->localName === 'table-row') {
                if ($row !== null && self::isFilled($row)) {
                    $any = true;
                    yield from self::repeated($number, $repeat, self::filled($row));
                }
                $number = $next;
                $repeat = max(1, (int) ($node->getAttribute('table:number-rows-repeated') ?? 1));
                $next += $repeat;
                $row = [];
            } elseif ($row !== null && ($node->localName === 'table-cell' || $node->localName === 'covered-table-cell')) {
                $times = max(1, (int) ($node->getAttribute('table:number-columns-repeated') ?? 1));
                $type = $node->getAttribute('office:value-type');
                $text = match ($type) {
                    'float', 'currency', 'percentage' => (string) $node->getAttribute('office:value'),
                    'date' => (string) $node->getAttribute('office:date-value'),
                    null => '',
                    default => $node->readString(),
                };
                for ($i = 0; $i < $times && count($row) < self::WIDEST; $i++) {
                    $row[] = $text;
                }
            }
        }
        if ($row !== null && self::isFilled($row)) {
            yield from self::repeated($number, $repeat, self::filled($row));
        }
    }

    /**
     * @param  list<string>  $row
     * @return iterable<int, list<string>>
     */
    private static function repeated(int $number, int $times, array $row): iterable
    {
        for ($i = 0; $i < min($times, 1000); $i++) {
            yield $number + $i => $row;
        }
    }

    /**
     * @param  array<int, string>  $row
     * @return list<string>
     */
    private static function filled(array $row): array
    {
        $filled = array_fill(0, max(array_keys($row) ?: [-1]) + 1, '');

        return array_values(array_replace($filled, $row));
    }

    /** @param  list<string>|null  $row */
    private static function isFilled(?array $row): bool
    {
        return $row !== null && array_filter($row, static fn (string $cell): bool => $cell !== '') !== [];
    }

    private static function column(string $reference, int $next): int
    {
        if (preg_match('/^([A-Z]{1,3})\d+$/D', $reference, $m) !== 1) {
            return $next;
        }
        $column = 0;
        foreach (str_split($m[1]) as $letter) {
            $column = 26 * $column + ord($letter) - 64;
        }

        return $column - 1;
    }
}
