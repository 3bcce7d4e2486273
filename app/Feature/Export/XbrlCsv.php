<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Files\Digits;
use App\Storage\Identity\CompanyIdentity;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\FiscalCalendar;
use Logion\Reporting\LineItems;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use ZipArchive;

/** Everything a company has filed as a report package of xBRL-CSV. */
final readonly class XbrlCsv
{
    /** Axes of breakdowns whose figures are lines of statements. */
    private const AXES = ['business', 'region', 'class'];

    private const COLUMNS = ['concept', 'period', 'unit', XbrlTaxonomy::FILED_ON, ...self::AXES, 'decimals', 'value'];

    /** How a cell says that there is none. */
    private const NONE = '#none';

    public function __construct(private FiledFigures $facts, private CompanyIdentity $identity)
    {
    }

    /**
     * A report package (Report Package 1.0, XBRL International, 2023) with one xBRL-CSV report (OIM 1.0) and the taxonomy its
     * concepts stand in; the filing day is a dimension, so every version of a figure is kept.
     */
    public function write(string $path): void
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw new \RuntimeException(Words::say('the_file_cannot_be_written', path: $path));
        }
        // All entries stand in one folder, as the standard asks.
        $folder = preg_replace('/[^A-Za-z0-9.-]+/', '-', $this->identity->reference).'-report';
        $add = static fn (string $entry, string $text): bool => $zip->addFromString("{$folder}/{$entry}", $text);
        $add('META-INF/reportPackage.json', self::json(['documentInfo' => ['documentType' => 'https://xbrl.org/report-package/2023']]));
        $add('taxonomy/'.XbrlTaxonomy::SCHEMA, XbrlTaxonomy::schema());
        $add('taxonomy/'.XbrlTaxonomy::LABELS, XbrlTaxonomy::labels());
        $add('reports/report.json', self::json($this->metadata()));
        $add('reports/facts.csv', $this->table());
        $zip->close();
    }

    /** @param  array<string, mixed>  $content */
    private static function json(array $content): string
    {
        return json_encode($content, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
    }

    /** @return array<string, mixed> */
    private function metadata(): array
    {
        $dimensions = ['concept' => '$concept', 'period' => '$period', 'unit' => '$unit'];
        foreach ([XbrlTaxonomy::FILED_ON, ...self::AXES] as $axis) {
            $dimensions[XbrlTaxonomy::concept($axis)] = "\${$axis}";
        }

        return [
            'documentInfo' => [
                'documentType' => 'https://xbrl.org/2021/xbrl-csv',
                'namespaces' => [
                    XbrlTaxonomy::PREFIX => XbrlTaxonomy::NAMESPACE,
                    'iso4217' => 'http://www.xbrl.org/2003/iso4217',
                    'xbrli' => 'http://www.xbrl.org/2003/instance',
                    'ticker' => 'urn:logion:ticker',
                ],
                'taxonomy' => ['../taxonomy/'.XbrlTaxonomy::SCHEMA],
            ],
            'tableTemplates' => [
                'facts' => [
                    'columns' => [
                        ...array_fill_keys(array_slice(self::COLUMNS, 0, -1), (object) []),
                        'value' => ['dimensions' => $dimensions, 'decimals' => '$decimals'],
                    ],
                    'dimensions' => ['entity' => "ticker:{$this->identity->reference}"],
                ],
            ],
            'tables' => ['facts' => ['url' => 'facts.csv']],
        ];
    }

    private function table(): string
    {
        $stream = fopen('php://temp', 'w+') ?: throw new \RuntimeException(Words::say('no_temporary_stream'));
        $put = static fn (array $row): int|false => fputcsv($stream, $row, ',', '"', '');
        $put(self::COLUMNS);
        $write = function (string $line, int $period, int $filedOn, ?string $axis, string $member, float $value) use ($put): void {
            $text = Digits::of($value);
            $unit = $this->unit($line, $filedOn);
            $put([
                XbrlTaxonomy::concept($line),
                $this->period($line, $period, $this->identity->calendarOn($filedOn)),
                $unit ?? self::NONE,
                Day::iso($filedOn),
                ...array_map(static fn (string $of): string => $of === $axis ? $member : self::NONE, self::AXES),
                // What has no unit is a number because it says how many decimals it has; every other is exact.
                $unit === null ? strlen((string) strrchr($text, '.')) - (str_contains($text, '.') ? 1 : 0) : self::NONE,
                $text,
            ]);
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
        $text = (string) stream_get_contents($stream);
        fclose($stream);

        return $text;
    }

    private function period(string $line, int $period, FiscalCalendar $calendar): string
    {
        $end = $calendar->end($period);
        if (XbrlTaxonomy::isOfADay(LineItems::all()[$line])) {
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

    /** Null for a plain number. */
    private function unit(string $line, int $filedOn): ?string
    {
        $currency = "iso4217:{$this->facts->currencyOn($filedOn)}";

        return match (LineItems::all()[$line]->unit) {
            Unit::Money => $currency,
            Unit::MoneyPerShare => "{$currency}/xbrli:shares",
            Unit::Shares => 'xbrli:shares',
            default => null,
        };
    }
}
