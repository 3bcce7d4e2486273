<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\ColumnRecognition;
use Logion\Intake\DateFormat;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\LineRecognition;
use Logion\Intake\NumberFormat;
use Logion\Intake\SignConvention;
use Logion\Intake\StatementReading;
use Logion\Intake\StatementTable;
use Logion\Intake\TableKind;
use Logion\Intake\YearToDate;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What a sign, a span or a heading means where it could mean something else. */
final class SignsAndSpansTest extends TestCase
{
    #[TestWith(['Net loss', 'net_income', true])]
    #[TestWith(['Loss for the year', 'net_income', true])]
    #[TestWith(['Net (loss)/profit', 'net_income', false])]
    #[TestWith(['Net income (loss)', 'net_income', false])]
    #[TestWith(['Loss before income taxes', 'income_before_tax', true])]
    #[TestWith(['Loss before taxes on income', 'income_before_tax', true])]
    #[TestWith(['Income before taxes', 'income_before_tax', false])]
    #[TestWith(['Accumulated deficit', 'retained_earnings', true])]
    #[TestWith(['Retained earnings (accumulated deficit)', 'retained_earnings', false])]
    #[TestWith(["Total shareholders' deficiency", 'shareholders_equity', true])]
    #[TestWith(['Net decrease in cash', 'net_change_in_cash', true])]
    #[TestWith(['Net increase/(decrease) in cash', 'net_change_in_cash', false])]
    #[TestWith(['Impairment losses', 'impairment_charges', false])]
    #[TestWith(['Glossary', 'net_income', false])]
    public function test_a_label_may_name_the_opposite_of_its_line(string $label, string $line, bool $isOpposite): void
    {
        $this->assertSame($isOpposite, SignConvention::namesOpposite($label, $line));
    }

    public function test_a_total_and_what_it_is_made_of(): void
    {
        $owed = SignConvention::partsOf('total_liabilities');
        foreach (['total_liabilities', 'total_current_liabilities', 'accounts_payable', 'long_term_debt', 'deposits'] as $line) {
            $this->assertContains($line, $owed);
        }
        $this->assertSame([], array_intersect($owed, ['total_assets', 'total_equity', 'retained_earnings', 'receivables']));
        // What is taken off a total is none of its parts.
        $this->assertNotContains('treasury_stock', SignConvention::partsOf('total_equity'));
        $this->assertContains('retained_earnings', SignConvention::partsOf('total_equity'));
        $this->assertSame(['goodwill'], SignConvention::partsOf('goodwill'));
    }

    /**
     * @param  array<int, float>  $toDate  by quarter up to which it runs
     * @param  array<int, float>  $given  by quarter
     * @param  array<int, float>  $quarters  that follow
     * @param  array<int, float>  $halves
     * @param  list<int>  $left
     */
    #[TestWith([[20252 => 198.0], [20252 => 100.2], [20251 => 97.8], [], []])]
    #[TestWith([[20252 => 198.0], [20251 => 97.8], [20252 => 100.2], [], []])]
    #[TestWith([[20252 => 198.0], [20251 => 97.8, 20252 => 100.2], [], [], []])]
    #[TestWith([[20252 => 198.0], [], [], [20256 => 198.0], []])]
    #[TestWith([[20253 => 300.3], [20253 => 102.3], [], [20256 => 198.0], []])]
    #[TestWith([[20253 => 300.3], [20251 => 97.8, 20253 => 102.3], [20252 => 100.2], [], []])]
    #[TestWith([[20253 => 300.3], [20252 => 100.2, 20253 => 102.3], [20251 => 97.8], [], []])]
    #[TestWith([[20253 => 300.3], [20251 => 97.8, 20252 => 100.2], [20253 => 102.3], [], []])]
    #[TestWith([[20253 => 300.3], [20251 => 97.8], [], [], [20253]])]
    #[TestWith([[20252 => 198.0, 20253 => 300.3], [20252 => 100.2], [20251 => 97.8, 20253 => 102.3], [], []])]
    #[TestWith([[20254 => 400.0], [20254 => 100.0], [], [], []])]
    #[TestWith([[20252 => 0.3], [20252 => 0.1], [20251 => 0.2], [], []])]
    #[TestWith([[20252 => 198.0, 20253 => 300.3], [20253 => 102.3], [], [20256 => 198.0], []])]
    public function test_parts_of_a_year_follow_from_one_another(
        array $toDate,
        array $given,
        array $quarters,
        array $halves,
        array $left,
    ): void {
        $each = static fn (array $of): array => array_map(static fn (float $value): array => ['revenue' => $value], $of);
        $of = static fn (array $of): array => array_map(static fn (array $lines): float => $lines['revenue'], $of);
        $parts = new YearToDate($each($toDate), $each($given), static fn (): bool => true);
        $found = $of($parts->quarters);
        ksort($found);
        $this->assertSame($quarters, $found);
        $this->assertSame($halves, $of($parts->halves));
        $this->assertSame($left, array_keys($parts->left));
        $this->assertSame([], $parts->contradictions);
        foreach ($parts->from as $lines) {
            $this->assertArrayHasKey($lines['revenue'], $toDate);
        }
    }

    public function test_averages_do_not_add_up_and_what_contradicts_is_told(): void
    {
        $average = new YearToDate([20252 => ['shares' => 10.0]], [20252 => ['shares' => 11.0]], static fn (): bool => false);
        $this->assertSame([[], [], []], [$average->quarters, $average->halves, $average->left]);
        $off = new YearToDate(
            [20252 => ['revenue' => 198.0]],
            [20251 => ['revenue' => 90.0], 20252 => ['revenue' => 100.0]],
            static fn (): bool => true,
        );
        $this->assertSame([['key' => 'revenue', 'period' => 20252, 'given' => 100.0, 'derived' => 108.0]], $off->contradictions);
    }

    #[TestWith(['4.1bn', true])]
    #[TestWith(['(12.3 m)', true])]
    #[TestWith(['34.5p', true])]
    #[TestWith(['1,234', false])]
    #[TestWith(['Q1', false])]
    #[TestWith(['', false])]
    public function test_whether_a_figure_names_its_scale(string $text, bool $names): void
    {
        $this->assertSame($names, NumberFormat::namesScale($text));
    }

    public function test_dots_stand_between_day_and_month_in_that_order(): void
    {
        $this->assertSame([DateFormat::DayFirst, false], DateFormat::detect(['01.03.2025', '02.03.2025']));
        $this->assertSame([DateFormat::DayFirst, true], DateFormat::detect(['01/03/2025', '02.03.2025']));
        $this->assertSame([DateFormat::MonthFirst, false], DateFormat::detect(['03/31/2025']));
    }

    #[TestWith(['2025 T€'])]
    #[TestWith(['2025 TEUR'])]
    #[TestWith(['FY2025 MUSD'])]
    #[TestWith(["£'000 2025"])]
    #[TestWith(['2025 Mio. EUR'])]
    public function test_units_in_the_head_of_a_column_are_looked_past(string $heading): void
    {
        $table = StatementTable::recognise([['', $heading], ['Revenue', '5']], new FiscalCalendar(), self::recognition());
        $this->assertSame(['FY 2025'], $table->periods());
    }

    public function test_among_cash_flows_a_balance_is_its_change(): void
    {
        $lines = self::recognition();
        $read = static fn (string $label, string $section = '', bool $ofCash = true): array => array_intersect_key(
            $lines->recognise($label, $section, $ofCash),
            ['line' => 0, 'turned' => 0],
        );
        $of = static fn (?string $line, bool $turned = false): array => ['line' => $line, 'turned' => $turned];
        $this->assertSame($of('receivables'), $read('Trade receivables', '', false));
        $this->assertSame($of('increase_in_receivables', true), $read('Trade receivables'));
        $this->assertSame($of('increase_in_payables'), $read('Trade payables'));
        $this->assertSame($of(null), $read('Goodwill'));
        $this->assertSame($of('cash_and_equivalents'), $read('Cash and cash equivalents at end of year'));
        $this->assertSame($of('net_income'), $read('Net income'));
        foreach (['Changes in', 'Working capital changes', 'Changes in operating assets and liabilities'] as $section) {
            $this->assertSame($of('increase_in_inventories', true), $read('(Increase)/decrease in inventories', $section));
            $this->assertSame($of('increase_in_payables'), $read('Increase/(decrease) in trade payables', $section));
            $this->assertSame($of('interest_paid'), $read('Interest paid', $section));
        }
        $elsewhere = $read('Increase in inventories', '', false);
        $this->assertSame($of('increase_in_inventories'), $elsewhere, 'a name means what it says');
        $chosen = (new LineRecognition(ReportingModel::Industrial, ['Goodwill' => 'goodwill']))->recognise('Goodwill', '', true);
        $this->assertSame('goodwill', $chosen['line'], 'what a reader says counts');
    }

    public function test_a_balance_sheet_may_write_what_is_owed_with_a_minus(): void
    {
        $rows = static fn (string $payables, string $equity, string $provisions = ''): array => [
            ['In EUR million', '2025'],
            ['Total assets', '70'],
            ['Accounts payable', $payables],
            ['Pension liabilities', $provisions],
            ['Total liabilities', $payables],
            ['Total equity', $equity],
        ];
        $read = static fn (array $rows): array => array_map(
            static fn (array $figure): float => $figure['value'] / 1e6,
            self::read($rows)->figures,
        );
        $this->assertSame(
            ['total_assets' => 70.0, 'accounts_payable' => 28.0, 'total_liabilities' => 28.0, 'total_equity' => 42.0],
            array_combine(['total_assets', 'accounts_payable', 'total_liabilities', 'total_equity'], $read($rows('-28', '42'))),
        );
        $this->assertSame(42.0, $read($rows('-28', '-42'))['total_equity@20250']);
        $this->assertSame(-12.0, $read($rows('82', '-12'))['total_equity@20250'], 'more is owed than owned');
        $this->assertSame(-12.0, $read($rows('-82', '-12'))['total_equity@20250'] ?? null, 'nothing adds up to nothing');
        $this->assertSame(3.0, $read($rows('-28', '42', '-3'))['pension_liabilities@20250'], 'what could be negative goes with the others');
        $this->assertSame(-3.0, $read($rows('28', '42', '-3'))['pension_liabilities@20250']);
        $debts = static fn (string $short, string $long): array => [
            ['In EUR million', '2025'],
            ['Total assets', '70'],
            ['Accounts payable', $short],
            ['Long-term debt', $long],
            ['Total equity', '42'],
        ];
        $this->assertSame(28.0, $read($debts('-28', '0'))['accounts_payable@20250'], 'a debt that is none says nothing');
        $this->assertSame(-28.0, $read($debts('-28', '5'))['accounts_payable@20250'], 'one that is written without a minus does');
    }

    public function test_a_count_of_shares_in_full_does_not_say_that_amounts_are(): void
    {
        $rows = static fn (string $revenue, string $shares): array => [
            ['In XCR', '2025'],
            ['Revenue', $revenue],
            ['Diluted average shares', $shares],
        ];
        $scale = static function (array $rows): ?float {
            $table = StatementTable::recognise($rows, new FiscalCalendar(), self::recognition());

            return StatementReading::scaleOf($table, $rows, $table->numbers);
        };
        $this->assertNull($scale($rows('1010', '52000000')));
        $this->assertSame(1.0, $scale($rows('1010000000', '52000')));
    }

    public function test_the_currency_of_a_row_is_its_own_or_that_of_its_section(): void
    {
        $table = StatementTable::recognise(
            [['', '2025', '2024'], ['XVN million', '', ''], ['Revenue', '10', '9'], ['Net income (XCR million)', '2', '1']],
            new FiscalCalendar(),
            self::recognition(),
        );
        $this->assertSame(
            ['revenue' => ['XVN'], 'net_income' => ['XCR']],
            array_combine(array_column($table->lines, 'line'), array_column($table->lines, 'currencies')),
        );
    }

    public function test_plain_numbers_under_a_label_of_a_loss_are_losses_and_mixed_ones_are_asked_about(): void
    {
        $of = static fn (array $row): array => array_map(
            static fn (array $figure): float => $figure['value'],
            self::read([['', '2025', '2024'], ['Revenue', '100', '90'], $row])->figures,
        );
        $plain = $of(['Net loss', '7', '3']);
        $this->assertSame([-7.0, -3.0], [$plain['net_income@20250'], $plain['net_income@20240']]);
        $mixed = self::read([['', '2025', '2024'], ['Revenue', '100', '90'], ['Net loss', '7', '-3']]);
        $this->assertContains('signs:net_income', array_keys($mixed->doubts));
        $outflow = $of(['Income tax expense', '-7', '-3']);
        $this->assertSame([7.0, 3.0], [$outflow['income_tax@20250'], $outflow['income_tax@20240']]);
    }

    public function test_rows_of_per_cents_and_headings_beside_their_figures(): void
    {
        $reading = self::read([['In EUR million', '2025', '2024'], ['Revenue', '1,010', '950'], ['Gross margin', '39.3%', '39.2%']]);
        $this->assertSame(['revenue@20250', 'revenue@20240'], array_keys($reading->figures));
        $shifted = [['', 'x', '2025', '2024'], ['Revenue', '1,010', '950', ''], ['Net income', '170', '64', '']];
        $this->assertSame(['headings'], array_keys(self::read([['EUR million'], ...$shifted])->doubts));
        $notes = [['', 'Note', '2025', '2024'], ['Revenue', '4', '950', ''], ['Net income', '5', '64', '']];
        $this->assertSame([], self::read([['EUR million'], ...$notes])->doubts);
    }

    public function test_amounts_are_as_written_where_no_unit_is_named(): void
    {
        $figures = self::read([['', '2025', '2024'], ['Revenue', '1010', '950'], ['Diluted EPS', '1.25', '1.1']])->figures;
        $this->assertSame(
            [1010.0, 950.0, 1.25],
            [$figures['revenue@20250']['value'], $figures['revenue@20240']['value'], $figures['earnings_per_share_diluted@20250']['value']],
        );
    }

    public function test_one_column_alone_makes_no_list_unless_its_heading_says_so(): void
    {
        $this->assertNull(ColumnRecognition::kind(['Dividends per share', '2025', '2024'], [['Basic', '12.0', '11.0']]));
        $this->assertSame(TableKind::CompanyList, ColumnRecognition::kind(['Ticker'], [['BRSW']]));
    }

    private static function recognition(): LineRecognition
    {
        return new LineRecognition(ReportingModel::Industrial);
    }

    /** @param  list<list<string>>  $rows */
    private static function read(array $rows): StatementReading
    {
        $table = StatementTable::recognise($rows, new FiscalCalendar(), self::recognition());

        return new StatementReading($table, $rows, $table->numbers, StatementReading::scaleOf($table, $rows, $table->numbers));
    }
}
