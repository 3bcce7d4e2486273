<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Files\Digits;
use App\Storage\Identity\CompanyIdentity;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\Concepts;
use Logion\Intake\FiscalCalendar;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use ZipArchive;

/** Everything a company has filed as an xBRL-CSV report package. */
final readonly class XbrlCsv
{
    /** Axes of breakdowns whose figures are lines of statements. */
    private const AXES = ['business', 'region', 'class'];

    private FiscalCalendar $calendar;

    public function __construct(private FiledFigures $facts, private CompanyIdentity $identity)
    {
        $this->calendar = $identity->calendar();
    }

    /**
     * An xBRL-CSV report package (OIM 1.0): lines under their US-GAAP concept where that is theirs alone, else under Logion's
     * own name; the filing day is a dimension, so every version of a figure is kept.
     */
    public function write(string $path): void
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw new \RuntimeException(Words::say('the_file_cannot_be_written', path: $path));
        }
        $columns = [
            ...array_fill_keys(
                ['concept', 'period', 'unit', 'filedOn', ...array_map(static fn (string $axis): string => "axis_{$axis}", self::AXES)],
                (object) [],
            ),
            'value' => [
                'dimensions' => [
                    'concept' => '$concept',
                    'period' => '$period',
                    'unit' => '$unit',
                    'logion:filedOn' => '$filedOn',
                    ...array_combine(
                        array_map(static fn (string $axis): string => "logion:{$axis}", self::AXES),
                        array_map(static fn (string $axis): string => "\$axis_{$axis}", self::AXES),
                    ),
                ],
            ],
        ];
        $zip->addFromString(
            'reports/report.json',
            (string) json_encode(
                [
                    'documentInfo' => [
                        'documentType' => 'https://xbrl.org/2021/xbrl-csv',
                        'namespaces' => [
                            'us-gaap' => 'http://fasb.org/us-gaap/2024',
                            'logion' => 'urn:logion:lines',
                            'iso4217' => 'http://www.xbrl.org/2003/iso4217',
                            'xbrli' => 'http://www.xbrl.org/2003/instance',
                            'ticker' => 'urn:logion:ticker',
                        ],
                    ],
                    'tableTemplates' => [
                        'facts' => ['columns' => $columns, 'dimensions' => ['entity' => "ticker:{$this->identity->reference}"]],
                    ],
                    'tables' => ['facts' => ['url' => 'facts.csv']],
                ],
                JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES,
            ),
        );
        $stream = fopen('php://temp', 'w+') ?: throw new \RuntimeException(Words::say('no_temporary_stream'));
        fputcsv($stream, array_keys($columns), ',', '"', '');
        $own = self::concepts();
        $write = function (string $line, int $period, int $filedOn, ?string $axis, string $member, float $value) use ($stream, $own): void {
            $members = array_map(static fn (string $of): string => $of === $axis ? $member : '', self::AXES);
            fputcsv(
                $stream,
                [
                    $own[$line],
                    $this->period($line, $period),
                    $this->unit($line, $filedOn),
                    Day::iso($filedOn),
                    ...$members,
                    Digits::of($value),
                ],
                ',',
                '"',
                '',
            );
        };
        foreach ($this->facts->all() as [$line, $period, $value, $filedOn]) {
            $write($line, $period, $filedOn, null, '', $value);
        }
        foreach ($this->facts->breakdowns(self::AXES) as $part) {
            if (LineItems::find($part->line) !== null) {
                $write($part->line, (int) $part->period, (int) $part->filing->filed_on, $part->axis, $part->member, (float) $part->value);
            }
        }
        rewind($stream);
        $zip->addFromString('reports/facts.csv', (string) stream_get_contents($stream));
        fclose($stream);
        $zip->close();
    }

    private function period(string $line, int $period): string
    {
        $calendar = $this->calendar;
        $end = $calendar->end($period);
        if (
            LineItems::all()[$line]->kind === LineKind::Instant ||
            (LineItems::all()[$line]->kind === LineKind::Count && ! LineItems::all()[$line]->isPeriodAverage())
        ) {
            return Day::iso($end).'@end';
        }
        $before = match ($period % 10) {
            0 => $calendar->end($period - 10),
            1 => $calendar->end($period - 1 - 10),
            FiscalPeriod::FIRST_HALF => $calendar->end($period - FiscalPeriod::FIRST_HALF - 10),
            FiscalPeriod::SECOND_HALF => $calendar->end($period - 1),
            default => $calendar->end($period - 1),
        };

        return Day::iso(Day::plus($before, 1)).'..'.Day::iso($end);
    }

    private function unit(string $line, int $filedOn): string
    {
        $currency = "iso4217:{$this->facts->currencyOn($filedOn)}";

        return match (LineItems::all()[$line]->unit) {
            Unit::Money => $currency,
            Unit::MoneyPerShare => "{$currency}/xbrli:shares",
            Unit::Shares => 'xbrli:shares',
            default => 'xbrli:pure',
        };
    }

    /** @return array<string, string> concept by line */
    private static function concepts(): array
    {
        $used = [];
        foreach (array_keys(LineItems::all()) as $line) {
            $alternatives = [...Concepts::alternatives($line, 'us_gaap'), ...Concepts::alternatives($line, 'ifrs')];
            preg_match_all('/\w+/', implode(' ', $alternatives), $names);
            foreach (array_unique($names[0]) as $name) {
                $used[$name] = ($used[$name] ?? 0) + 1;
            }
        }
        $concepts = [];
        foreach (LineItems::all() as $key => $item) {
            $concept = Concepts::of($item, 'us_gaap');
            // The first alternative, and nobody else's: else reading it back could give another line.
            $safe = $concept !== null && $used[$concept] === 1 && Concepts::alternatives($key, 'us_gaap')[0] === $concept;
            $concepts[$key] = $safe ? "us-gaap:{$concept}" : "logion:{$key}";
        }

        return $concepts;
    }
}
