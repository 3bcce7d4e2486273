<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use Illuminate\Support\Facades\Validator;
use Logion\Intake\DateFormat;
use Logion\Intake\NumberFormat;
use Logion\Intake\TableKind;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;

/** How a file is to be read: recognised at first, then changed by a person, and kept as a profile. */
final readonly class Mapping
{
    public const STATEMENT = 'statement';

    public const REPORT = 'report';

    /**
     * @param  string  $kind  statement, report, or a kind of table
     * @param  string|null  $company  ticker of the company all rows belong to; null where a column names it
     * @param  array<string, mixed>|null  $newCompany  the company to be made first
     * @param  list<array<string, mixed>>  $newCompanies  companies of several that are to be made first
     * @param  int  $headRow  row of the heading, from 1; 0 for none
     * @param  list<?string>  $columns  field by column; of a statement the period a column is taken for, "" to leave it out
     * @param  float|null  $scale  by which amounts are multiplied; null where nothing says it
     * @param  array<string, string>  $lines  statement line by label or concept; "" leaves it out
     * @param  int|null  $filedOn  day on which the figures became public
     * @param  int  $filedAfter  else so many days after the end of a year, half as many after a quarter
     * @param  'keep'|'take'  $conflicts  which of two contradicting figures counts
     * @param  'quarter'|'year_to_date'|null  $span  of flows under columns that name a day only
     * @param  'ends'|'begins'|null  $fiscalYears  whether the company numbers its years by the calendar year in which they end or begin
     * @param  list<string>  $accept  doubts that are taken as they are, by key
     * @param  list<int>  $sheets  of a workbook, from 1; of a table with one record a row the first counts
     */
    public function __construct(
        public string $kind,
        public ?string $company = null,
        public ?array $newCompany = null,
        public int $headRow = 1,
        public array $columns = [],
        public DateFormat $dates = DateFormat::YearFirst,
        public string $decimal = '.',
        public ?float $scale = null,
        public ?string $currency = null,
        public array $lines = [],
        public ?int $filedOn = null,
        public int $filedAfter = 90,
        public string $conflicts = 'keep',
        public ?string $span = null,
        public ?string $fiscalYears = null,
        public array $accept = [],
        public array $sheets = [],
        public array $newCompanies = [],
    ) {
    }

    public function tableKind(): ?TableKind
    {
        return TableKind::tryFrom($this->kind);
    }

    /** Whether nothing else comes with the prices, such as a company that is to be made first. */
    public function isOfPricesOnly(): bool
    {
        return $this->tableKind() === TableKind::Prices && $this->newCompany === null && $this->newCompanies === [];
    }

    /** Before the key of a line: the column has its figures. */
    public const LINE = 'line:';

    /** @return array<string, int> columns of figures by line, where a table has one company and period a row and lines across */
    public function linesAcross(): array
    {
        $across = [];
        foreach ($this->columns as $column => $field) {
            $line = str_starts_with((string) $field, self::LINE) ? substr((string) $field, strlen(self::LINE)) : '';
            isset(LineItems::all()[$line]) && ($across[$line] = $column);
        }

        return $across;
    }

    /** Whether the file has figures that the checks of statements look at; splits decide how share counts compare. */
    public function changesStatements(): bool
    {
        return in_array(
            $this->tableKind(),
            [null, TableKind::Figures, TableKind::Drivers, TableKind::Splits, TableKind::FormerValues],
            true,
        );
    }

    public function numbers(): NumberFormat
    {
        return new NumberFormat($this->decimal);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind,
            'company' => $this->company,
            'new_company' => $this->newCompany,
            'head_row' => $this->headRow,
            'columns' => $this->columns,
            'dates' => $this->dates->value,
            'decimal' => $this->decimal,
            'scale' => $this->scale,
            'currency' => $this->currency,
            'lines' => (object) $this->lines,
            'filed_on' => $this->filedOn,
            'filed_after' => $this->filedAfter,
            'conflicts' => $this->conflicts,
            'span' => $this->span,
            'fiscal_years' => $this->fiscalYears,
            'accept' => $this->accept,
            'sheets' => $this->sheets,
            'new_companies' => $this->newCompanies,
        ];
    }

    /**
     * @param  array<string, mixed>  $data
     *
     * @throws \Illuminate\Validation\ValidationException naming the field
     */
    public static function fromArray(array $data): self
    {
        $kinds = [self::STATEMENT, self::REPORT, ...array_column(TableKind::cases(), 'value')];
        $valid = Validator::make($data, [
            'kind' => ['required', 'string', 'in:'.implode(',', $kinds)],
            'company' => ['nullable', 'string', 'max:40'],
            'new_company' => ['nullable', 'array'],
            ...self::rulesOfCompany('new_company'),
            'head_row' => ['integer', 'min:0', 'max:1000'],
            'columns' => ['array', 'max:1000'],
            'columns.*' => ['nullable', 'string', 'max:40'],
            'dates' => ['in:'.implode(',', array_column(DateFormat::cases(), 'value'))],
            'decimal' => ['regex:/^[.,]$/D'],
            'scale' => ['nullable', 'numeric', 'in:0.01,1,1000,100000,1000000,10000000,1000000000,1000000000000'],
            'currency' => ['nullable', 'regex:/^[A-Z]{3}$/'],
            'lines' => ['array'],
            'lines.*' => ['nullable', 'string', 'in:'.implode(',', ['', ...array_keys(LineItems::all())])],
            'filed_on' => ['nullable', 'integer', 'between:19000101,22001231'],
            'filed_after' => ['integer', 'between:0,400'],
            'conflicts' => ['in:keep,take'],
            'span' => ['nullable', 'in:quarter,year_to_date'],
            'fiscal_years' => ['nullable', 'in:ends,begins'],
            'accept' => ['array', 'max:50'],
            'accept.*' => ['string', 'max:80'],
            'new_companies' => ['array', 'max:1000'],
            ...self::rulesOfCompany('new_companies.*'),
            'sheets' => ['array', 'max:100'],
            'sheets.*' => ['integer', 'between:1,1000'],
        ])->validate();

        return new self(
            $valid['kind'],
            isset($valid['company']) ? strtoupper($valid['company']) : null,
            $valid['new_company'] ?? null,
            (int) ($valid['head_row'] ?? 1),
            array_values($valid['columns'] ?? []),
            DateFormat::from($valid['dates'] ?? 'year first'),
            $valid['decimal'] ?? '.',
            isset($valid['scale']) ? (float) $valid['scale'] : null,
            $valid['currency'] ?? null,
            array_map('strval', $valid['lines'] ?? []),
            isset($valid['filed_on']) ? (int) $valid['filed_on'] : null,
            (int) ($valid['filed_after'] ?? 90),
            $valid['conflicts'] ?? 'keep',
            $valid['span'] ?? null,
            $valid['fiscal_years'] ?? null,
            array_values($valid['accept'] ?? []),
            array_map(intval(...), array_values($valid['sheets'] ?? [])),
            array_values($valid['new_companies'] ?? []),
        );
    }

    /** @return array<string, list<string>> */
    private static function rulesOfCompany(string $field): array
    {
        $required = str_ends_with($field, '*') ? 'required' : "required_with:{$field}";

        return [
            "{$field}.name" => [$required, 'string', 'min:2', 'max:160'],
            "{$field}.ticker" => [$required, 'string', 'regex:/^[A-Z0-9.\-]{1,12}$/i'],
            "{$field}.template" => [$required, 'in:'.implode(',', array_column(ReportingModel::ofBusinesses(), 'value'))],
            "{$field}.currency" => [$required, 'regex:/^[A-Z]{3}$/'],
            "{$field}.year_end" => [$required, 'integer', 'between:1,12'],
            "{$field}.exchange" => [$required, 'string', 'exists:exchanges,code'],
            "{$field}.sector" => ['nullable', 'string', 'max:4'],
        ];
    }

    /** @param  array<string, mixed>  $changes */
    public function with(array $changes): self
    {
        return self::fromArray([...json_decode((string) json_encode($this->toArray()), true), ...$changes]);
    }
}
