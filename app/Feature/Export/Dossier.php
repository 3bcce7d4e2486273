<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Files\TableFile;
use App\Models\Correction;
use App\Models\Decision;
use App\Models\Dividend;
use App\Models\Holding;
use App\Models\InsiderTrade;
use App\Models\Note;
use App\Models\OneOff;
use App\Models\User;
use App\Models\Valuation;
use App\Storage\Identity\CompanyIdentity;
use Illuminate\Support\Collection;
use Logion\Figure\Words;
use Logion\Metric\CompanyScope;
use Logion\Metric\Metric;
use Logion\Reporting\LineItems;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Spreadsheet;

/** All that is known of a company and all that a user has made of it. */
final readonly class Dossier
{
    /** A cell holds so many characters in an XLSX workbook. */
    private const LONGEST_CELL = 32767;

    private const MOST_DAYS = 5000;

    private const MOST_ROWS = 1000;

    /** Sections that are written as tables of their own. */
    private const TABLES = ['ratios' => 'All ratios', 'prices' => 'Prices', 'notes' => 'Notes'];

    public function __construct(
        private CompanyScope $scope,
        private CompanyIdentity $identity,
        private FiledFigures $facts,
        private User $user,
    ) {
    }

    /** Statements, ratios, prices, dividends, owners and the user's own notes, decisions and valuations in one workbook. */
    public function book(): Spreadsheet
    {
        $book = StatementWorkbook::of($this->scope, $this->identity);
        foreach ($this->sections() as $title => [$head, $rows]) {
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
    public function table(string $what): TableFile
    {
        [$head, $rows] = $this->sections()[self::TABLES[$what]];

        return new TableFile(self::TABLES[$what], $head, $rows, count($rows), [
            ['Company', "{$this->identity->name} ({$this->scope->company->ticker})"],
            ['As of', Day::iso($this->scope->asOf)],
        ]);
    }

    /** @return array<string, mixed> the dossier as data */
    public function data(): array
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
                    'currency' => LineItems::all()[$f[0]]->unit->isMoney() ? $this->facts->currencyOn($f[3]) : null,
                ],
                $this->facts->all(),
            ),
            ...array_map(
                static fn (array $section): array => array_map(
                    static fn (array $row): array => array_combine($section[0], $row),
                    $section[1],
                ),
                $this->sections(),
            ),
        ];
    }

    /** @return array<string, array{list<string>, list<list<string|float|int|null>>}> heading and rows by title */
    private function sections(): array
    {
        $own = ['user_id' => $this->user->id, 'company_id' => $this->identity->id];

        return [
            'All ratios' => [['Ratio', 'Unit', ...array_map(strval(...), $this->scope->moments->years())], $this->ratios()],
            'Prices' => [['Day', 'Close', 'Adjusted close', 'Volume'], $this->prices()],
            'Dividends' => self::section(
                ['Ex-date', 'Paid on', 'Amount', 'Currency'],
                Dividend::query()
                    ->where('security_id', $this->identity->security)
                    ->where('ex_date', '<=', $this->scope->asOf)
                    ->orderBy('ex_date')
                    ->get(),
                static fn (Dividend $of): array => [Day::iso((int) $of->ex_date), Day::iso((int) $of->paid_on), $of->amount, $of->currency],
            ),
            'Holders' => self::section(
                ['Holder', 'Kind', 'As of', 'Shares'],
                Holding::query()
                    ->where('company_id', $this->identity->id)
                    ->until($this->scope->asOf)
                    ->orderByDesc('day')
                    ->orderByDesc('shares')
                    ->limit(self::MOST_ROWS)
                    ->get(),
                static fn (Holding $of): array => [$of->holder, $of->kind, Day::iso((int) $of->day), $of->shares],
            ),
            'Insider trades' => self::section(
                ['Insider', 'Role', 'Day', 'Shares', 'Price'],
                InsiderTrade::query()
                    ->where('company_id', $this->identity->id)
                    ->until($this->scope->asOf)
                    ->orderByDesc('day')
                    ->limit(self::MOST_ROWS)
                    ->get(),
                static fn (InsiderTrade $of): array => [$of->insider, $of->role, Day::iso((int) $of->day), $of->shares, $of->price],
            ),
            'Corrections' => self::section(
                ['Line', 'Period', 'Value', 'Note', 'Source', 'Made on'],
                Correction::query()->where($own)->whereNull('withdrawn_at')->orderBy('id')->get(),
                static fn (Correction $of): array => [
                    $of->line,
                    $of->period,
                    $of->value,
                    $of->note,
                    $of->source,
                    $of->created_at?->toDateTimeString(),
                ],
            ),
            'One-offs' => self::section(
                ['Line', 'Period', 'Amount', 'Before tax', 'Note'],
                OneOff::query()->where($own)->orderBy('id')->get(),
                static fn (OneOff $of): array => [$of->line, $of->period, $of->amount, (int) $of->before_tax, $of->note],
            ),
            'Notes' => self::section(
                ['Written on', 'On', 'Note'],
                Note::query()->where($own)->orderBy('id')->get(),
                static fn (Note $of): array => [$of->created_at?->toDateTimeString(), $of->figure, $of->body],
            ),
            'Valuations' => self::section(
                ['Name', 'Method', 'As of', 'Per share', 'Currency'],
                Valuation::query()->where($own)->orderBy('id')->get(),
                static fn (Valuation $of): array => [$of->name, $of->method, Day::iso((int) $of->as_of), $of->per_share, $of->currency],
            ),
            'Decisions' => self::section(
                [
                    'Decided on',
                    'Verdict',
                    'Thesis',
                    Words::say('what_would_disprove_it'),
                    Words::say('value_per_share'),
                    Words::say('margin_of_safety'),
                    'Price then',
                ],
                Decision::query()->where($own)->orderBy('id')->get(),
                static fn (Decision $of): array => [
                    Day::iso((int) $of->decided_on),
                    $of->verdict,
                    $of->thesis,
                    $of->disproof,
                    $of->value_per_share,
                    $of->margin_of_safety,
                    $of->price_then,
                ],
            ),
        ];
    }

    /**
     * @template TModel of \Illuminate\Database\Eloquent\Model
     *
     * @param  list<string>  $head
     * @param  Collection<int, TModel>  $rows
     * @param  \Closure(TModel): list<string|float|int|null>  $cells
     * @return array{list<string>, list<list<string|float|int|null>>}
     */
    private static function section(array $head, Collection $rows, \Closure $cells): array
    {
        return [$head, $rows->map($cells)->values()->all()];
    }

    /** @return list<list<string|float|null>> every ratio of a fiscal year that the company has */
    private function ratios(): array
    {
        $ratios = [];
        foreach ($this->scope->catalogue->all() as $metric) {
            if ($metric->fits($this->scope->company->template) && $metric->comparison === null && $metric->basis !== 'daily') {
                $values = $this->years($metric);
                if (array_filter($values, static fn (?float $x): bool => $x !== null) !== []) {
                    $ratios[] = [$metric->label, $metric->unit->value, ...$values];
                }
            }
        }

        return $ratios;
    }

    /** @return list<?float> */
    private function years(Metric $metric): array
    {
        return array_map(function (int $year) use ($metric): ?float {
            $value = $this->scope->metric($metric->key, $this->scope->moments->year($year));

            return is_float($value) ? $value : null;
        }, $this->scope->moments->years());
    }

    /** @return list<list<string|float|null>> */
    private function prices(): array
    {
        $series = $this->scope->prices;
        $prices = [];
        foreach ($series->days as $i => $day) {
            $prices[] = [Day::iso($day), $series->rawCloses[$i], $series->adjusted[$i], $series->volumes[$i] ?? null];
        }

        return array_slice($prices, -self::MOST_DAYS);
    }
}
