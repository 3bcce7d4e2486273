<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Files\Digits;
use App\Files\TableFile;
use App\Identity\CompanyIdentity;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Unit;
use Logion\Identity\DatedListing;
use Logion\Identity\FormerValues;
use Logion\Intake\Concepts;
use Logion\Intake\FiscalCalendar;
use Logion\Metric\CompanyScope;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Writer\Ods;
use PhpOffice\PhpSpreadsheet\Writer\Xlsx;
use ZipArchive;

/** What is known of one company on a day, written in open formats. */
final class CompanyFiles
{
    /** A cell holds so many characters in an XLSX workbook. */
    private const LONGEST_CELL = 32767;

    /** Axes of breakdowns whose figures are lines of statements. */
    private const AXES = ['business', 'region', 'class'];

    /** Sections of the dossier that are written as tables of their own. */
    private const TABLES = ['ratios' => 'All ratios', 'prices' => 'Prices', 'notes' => 'Notes'];

    private ?FiscalCalendar $calendar = null;

    public function __construct(private readonly CompanyScope $scope, private readonly CompanyIdentity $identity)
    {
    }

    /**
     * Every figure of every filing, one a row; importing it again gives the same facts.
     *
     * @param  resource  $stream
     */
    public function factsCsv($stream): void
    {
        fputcsv($stream, ['Company', 'Line', 'Label', 'Period', 'Value', 'Filed on', 'Currency'], ',', '"', '', "\r\n");
        foreach ($this->filed() as [$line, $period, $value, $filedOn]) {
            $money = in_array(LineItems::all()[$line]->unit, [Unit::Money, Unit::MoneyPerShare], true);
            fputcsv(
                $stream,
                [
                    $this->identity->reference,
                    $line,
                    LineItems::all()[$line]->label,
                    FiscalPeriod::label($period),
                    Digits::of($value),
                    Day::iso($filedOn),
                    $money ? $this->currencyOn($filedOn) : '',
                ],
                ',',
                '"',
                '',
                "\r\n",
            );
        }
    }

    /** @param  resource  $stream */
    public function pricesCsv($stream): void
    {
        fputcsv($stream, ['Company', 'Date', 'Open', 'High', 'Low', 'Close', 'Volume', 'Adjusted close'], ',', '"', '', "\r\n");
        $prices = $this->scope->prices;
        $adjusted = array_combine($prices->days, $prices->adjusted);
        $listings = array_map(static fn (DatedListing $listing): int => $listing->id, $this->identity->main($this->identity->security));
        foreach (
            DB::table('bars')
                ->whereIn('listing_id', $listings)
                ->where('day', '<=', $this->scope->asOf)
                ->orderBy('day')
                ->get(['day', 'open', 'high', 'low', 'close', 'volume']) as $bar
        ) {
            fputcsv(
                $stream,
                [
                    $this->identity->reference,
                    Day::iso((int) $bar->day),
                    $bar->open === null ? '' : Digits::of((float) $bar->open),
                    Digits::of((float) $bar->high),
                    Digits::of((float) $bar->low),
                    Digits::of((float) $bar->close),
                    Digits::of((float) $bar->volume),
                    Digits::of($adjusted[$bar->day] ?? NAN),
                ],
                ',',
                '"',
                '',
                "\r\n",
            );
        }
    }

    /**
     * An xBRL-CSV report package (OIM 1.0): lines under their US-GAAP concept where that is theirs alone, else under Logion's
     * own name; the filing day is a dimension, so every version of a figure is kept.
     */
    public function xbrlCsv(string $path): void
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw new \RuntimeException("The file {$path} cannot be written.");
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
        $stream = fopen('php://temp', 'w+') ?: throw new \RuntimeException('No temporary stream.');
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
        foreach ($this->filed() as [$line, $period, $value, $filedOn]) {
            $write($line, $period, $filedOn, null, '', $value);
        }
        $parts = DB::table('breakdown_facts')
            ->join('filings', 'filings.id', '=', 'breakdown_facts.filing_id')
            ->where('breakdown_facts.company_id', $this->scope->company->id)
            ->whereIn('axis', self::AXES)
            ->where('filed_on', '<=', $this->scope->asOf)
            ->orderBy('breakdown_facts.id')
            ->get();
        foreach ($parts as $part) {
            if (LineItems::find($part->line) !== null) {
                $write(
                    (string) $part->line,
                    (int) $part->period,
                    (int) $part->filed_on,
                    (string) $part->axis,
                    (string) $part->member,
                    (float) $part->value,
                );
            }
        }
        rewind($stream);
        $zip->addFromString('reports/facts.csv', (string) stream_get_contents($stream));
        fclose($stream);
        $zip->close();
    }

    /** Statements with live formulas. */
    public function statements(): Spreadsheet
    {
        return (new StatementWorkbook($this->scope->facts, $this->identity->name, $this->scope->company->reportingCurrency))->book();
    }

    /** Statements, ratios, prices, dividends, owners and the user's own notes, decisions and valuations in one workbook. */
    public function dossier(User $user): Spreadsheet
    {
        $book = $this->statements();
        foreach ($this->sections($user) as $title => [$head, $rows]) {
            $sheet = $book->createSheet()->setTitle($title);
            foreach ([$head, ...$rows] as $r => $row) {
                foreach ($row as $c => $cell) {
                    if ($cell !== null) {
                        is_string($cell)
                            ? $sheet->setCellValueExplicit([$c + 1, $r + 1], mb_substr($cell, 0, self::LONGEST_CELL), DataType::TYPE_STRING)
                            : $sheet->setCellValueExplicit([$c + 1, $r + 1], $cell, DataType::TYPE_NUMERIC);
                    }
                }
            }
            $sheet
                ->getStyle([1, 1, count($head), 1])
                ->getFont()
                ->setBold(true);
            $sheet->getColumnDimension('A')->setWidth(24);
        }

        return $book;
    }

    /**
     * One section of the dossier as a table of its own.
     *
     * @param  key-of<self::TABLES>  $what
     */
    public function table(string $what, User $user): TableFile
    {
        [$head, $rows] = $this->sections($user)[self::TABLES[$what]];

        return new TableFile(self::TABLES[$what], $head, $rows, count($rows), [
            ['Company', "{$this->identity->name} ({$this->scope->company->ticker})"],
            ['As of', Day::iso($this->scope->asOf)],
        ]);
    }

    /** @return array<string, mixed> the dossier as data */
    public function data(User $user): array
    {
        return [
            'company' => [
                'ticker' => $this->scope->company->ticker,
                'name' => $this->identity->name,
                'template' => $this->scope->company->template->value,
                'currency' => $this->scope->company->reportingCurrency,
                'as_of' => Day::iso($this->scope->asOf),
            ],
            'facts' => array_map(
                fn (array $f): array => [
                    'line' => $f[0],
                    'period' => FiscalPeriod::label($f[1]),
                    'value' => $f[2],
                    'filed_on' => Day::iso($f[3]),
                    'currency' => LineItems::all()[$f[0]]->unit->isMoney() ? $this->currencyOn($f[3]) : null,
                ],
                $this->filed(),
            ),
            ...array_map(
                static fn (array $section): array => array_map(
                    static fn (array $row): array => array_combine($section[0], $row),
                    $section[1],
                ),
                $this->sections($user),
            ),
        ];
    }

    /** @param  resource|string  $target */
    public static function save(Spreadsheet $book, string $format, $target): void
    {
        // Results are written beside the formulas: some programs show them without computing anew.
        ($format === 'xlsx' ? new Xlsx($book) : new Ods($book))->save($target);
        $book->disconnectWorksheets();
    }

    /** @return array<string, array{list<string>, list<list<string|float|int|null>>}> heading and rows by title */
    private function sections(User $user): array
    {
        $company = $this->scope->company;
        $security = $this->identity->security;
        $table = static fn (iterable $rows, array $columns): array => array_map(
            static fn (object $row): array => array_map(
                static fn (string $column): mixed => in_array($column, ['day', 'ex_date', 'paid_on', 'decided_on'], true)
                    ? Day::iso((int) $row->{$column})
                    : $row->{$column},
                $columns,
            ),
            is_array($rows) ? $rows : iterator_to_array($rows),
        );
        $ratios = [];
        foreach ($this->scope->catalogue->all() as $key => $metric) {
            if ($metric->fits($company->template) && $metric->comparison === null && $metric->basis !== 'daily') {
                $values = array_map(function (int $year) use ($key): ?float {
                    $value = $this->scope->metric($key, $this->scope->year($year));

                    return is_float($value) ? $value : null;
                }, $this->scope->years());
                if (array_filter($values, static fn (?float $x): bool => $x !== null) !== []) {
                    $ratios[] = [$metric->label, $metric->unit->value, ...$values];
                }
            }
        }
        $prices = [];
        foreach ($this->scope->prices->days as $i => $day) {
            $prices[] = [
                Day::iso($day),
                $this->scope->prices->rawCloses[$i],
                $this->scope->prices->adjusted[$i],
                $this->scope->prices->volumes[$i] ?? null,
            ];
        }

        return [
            'All ratios' => [['Ratio', 'Unit', ...array_map(strval(...), $this->scope->years())], $ratios],
            'Prices' => [['Day', 'Close', 'Adjusted close', 'Volume'], array_slice($prices, -5000)],
            'Dividends' => [
                ['Ex-date', 'Paid on', 'Amount', 'Currency'],
                $table(
                    DB::table('dividends')
                        ->where('security_id', $security)
                        ->where('ex_date', '<=', $this->scope->asOf)
                        ->orderBy('ex_date')
                        ->get()
                        ->all(),
                    ['ex_date', 'paid_on', 'amount', 'currency'],
                ),
            ],
            'Holders' => [
                ['Holder', 'Kind', 'As of', 'Shares'],
                $table(
                    DB::table('holdings')
                        ->where('company_id', $company->id)
                        ->where('day', '<=', $this->scope->asOf)
                        ->orderByDesc('day')
                        ->orderByDesc('shares')
                        ->limit(1000)
                        ->get()
                        ->all(),
                    ['holder', 'kind', 'day', 'shares'],
                ),
            ],
            'Insider trades' => [
                ['Insider', 'Role', 'Day', 'Shares', 'Price'],
                $table(
                    DB::table('insider_trades')
                        ->where('company_id', $company->id)
                        ->where('day', '<=', $this->scope->asOf)
                        ->orderByDesc('day')
                        ->limit(1000)
                        ->get()
                        ->all(),
                    ['insider', 'role', 'day', 'shares', 'price'],
                ),
            ],
            'Corrections' => [
                ['Line', 'Period', 'Value', 'Note', 'Source', 'Made on'],
                $table(
                    DB::table('corrections')
                        ->where('user_id', $user->id)
                        ->where('company_id', $company->id)
                        ->whereNull('withdrawn_at')
                        ->orderBy('id')
                        ->get()
                        ->all(),
                    ['line', 'period', 'value', 'note', 'source', 'created_at'],
                ),
            ],
            'One-offs' => [
                ['Line', 'Period', 'Amount', 'Before tax', 'Note'],
                $table(DB::table('one_offs')->where('user_id', $user->id)->where('company_id', $company->id)->orderBy('id')->get()->all(), [
                    'line',
                    'period',
                    'amount',
                    'before_tax',
                    'note',
                ]),
            ],
            'Notes' => [
                ['Written on', 'On', 'Note'],
                $table(DB::table('notes')->where('user_id', $user->id)->where('company_id', $company->id)->orderBy('id')->get()->all(), [
                    'created_at',
                    'figure',
                    'body',
                ]),
            ],
            'Valuations' => [
                ['Name', 'Method', 'As of', 'Per share', 'Currency'],
                $table(
                    DB::table('valuations')->where('user_id', $user->id)->where('company_id', $company->id)->orderBy('id')->get()->all(),
                    ['name', 'method', 'as_of', 'per_share', 'currency'],
                ),
            ],
            'Decisions' => [
                ['Decided on', 'Verdict', 'Thesis', 'What would disprove it', 'Value per share', 'Margin of safety', 'Price then'],
                $table(
                    DB::table('decisions')
                        ->where('user_id', $user->id)
                        ->where('company_id', $company->id)
                        ->whereNull('deleted_at')
                        ->orderBy('id')
                        ->get()
                        ->all(),
                    ['decided_on', 'verdict', 'thesis', 'disproof', 'value_per_share', 'margin_of_safety', 'price_then'],
                ),
            ],
        ];
    }

    /** @return list<array{string, int, float, int}> line, period, value, filing day, of what was filed by the as-of day */
    private function filed(): array
    {
        $facts = DB::table('facts')
            ->join('filings', 'filings.id', '=', 'facts.filing_id')
            ->where('facts.company_id', $this->scope->company->id)
            ->where('filed_on', '<=', $this->scope->asOf)
            ->get(['line', 'facts.period', 'value', 'filed_on'])
            ->map(
                static fn (object $fact): array => [(string) $fact->line, (int) $fact->period, (float) $fact->value, (int) $fact->filed_on],
            )
            ->all();
        usort($facts, static fn (array $a, array $b): int => $a[3] <=> $b[3] ?: $a[1] <=> $b[1] ?: strcmp($a[0], $b[0]));

        return $facts;
    }

    private function period(string $line, int $period): string
    {
        $calendar = $this->calendar ??= new FiscalCalendar(
            (int) DB::table('companies')->where('id', $this->scope->company->id)->value('fiscal_year_end_month'),
        );
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

    /** The currency reports of a day were made out in. */
    private function currencyOn(int $day): string
    {
        return $this->identity->former->on(FormerValues::REPORTING_CURRENCY, $this->identity->reportingCurrency, $day);
    }

    private function unit(string $line, int $filedOn): string
    {
        $currency = "iso4217:{$this->currencyOn($filedOn)}";

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
