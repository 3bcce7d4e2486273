<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Storage\CompanyRefresh;
use App\Storage\CompanyYears;
use Illuminate\Support\Facades\DB;
use Logion\Statistics\Descriptive;
use Tests\DemoTestCase;

/** Industries are what their companies told, as far as they had told it. */
final class IndustryTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_all_industries_hold_all_companies_of_the_day(): void
    {
        $told = $this->getJson('/api/v1/industries')->assertOk()->json();
        $listed = count($this->postJson('/api/v1/screens/run', ['criteria' => [], 'columns' => []])->json('companies') ?? []);
        $sum = array_sum(array_column($told['industries'], 'companies'));
        $this->assertGreaterThan(30, $sum);
        $listed === 0 || $this->assertSame($listed, $sum);
        $caps = array_column($told['industries'], 'market_cap');
        $sorted = $caps;
        rsort($sorted);
        $this->assertSame($sorted, $caps);
    }

    public function test_members_and_years_are_those_of_the_companies(): void
    {
        $told = $this->industry();
        $keys = array_column($told['columns'], 'key');
        foreach (array_slice($told['members'], 0, 2) as $member) {
            $metrics = [];
            foreach ($keys as $key) {
                $metrics[] = $this->getJson("/api/v1/companies/{$member['ticker']}/working?metric={$key}")->json('figure.value');
            }
            foreach ($member['figures'] as $i => $figure) {
                if ($figure['state'] === 'value' && $metrics[$i] !== null && $keys[$i] !== 'market_cap') {
                    $this->assertEqualsWithDelta($metrics[$i], $figure['value'], 1e-9 * max(1.0, abs($figure['value'])), $keys[$i]);
                }
            }
        }
        $year = $told['years'][count($told['years']) - 2];
        $rows = $this->rows(array_column($told['members'], 'ticker'), $year['year']);
        $this->assertEqualsWithDelta(array_sum(array_column($rows, 'revenue')), $year['revenue'], 1.0);
        $both = array_filter($rows, static fn (object $of): bool => $of->operating_income !== null && $of->revenue !== null);
        $this->assertEqualsWithDelta(
            array_sum(array_column($both, 'operating_income')) / array_sum(array_column($both, 'revenue')),
            $year['operating_margin'],
            1e-9,
        );
        $multiples = array_map(
            static fn (object $of): ?float => $of->net_income > 0 && $of->market_cap !== null ? $of->market_cap / $of->net_income : null,
            $rows,
        );
        $median = Descriptive::median(Descriptive::known($multiples));
        $this->assertEqualsWithDelta($median, $year['multiples']['price_to_earnings']['median'], 1e-9);
        $this->assertEqualsWithDelta(1.0, array_sum(array_column($told['members'], 'share')), 1e-9);
    }

    public function test_how_figures_lie_is_told_by_quarters_of_the_members(): void
    {
        $told = $this->industry();
        $columns = array_flip(array_column($told['columns'], 'key'));
        $compared = 0;
        foreach ($told['spread'] as $row) {
            $this->assertGreaterThanOrEqual(3, $row['count'], $row['key']);
            $five = [$row['least'], $row['low'], $row['median'], $row['high'], $row['most']];
            $sorted = $five;
            sort($sorted);
            $this->assertSame($sorted, $five, $row['key']);
            if (isset($columns[$row['key']])) {
                $figures = array_column(array_column($told['members'], 'figures'), $columns[$row['key']]);
                $median = Descriptive::median(Descriptive::known(array_column($figures, 'value')));
                $this->assertEqualsWithDelta($median, $row['median'], 1e-9 * max(1.0, abs($median)), $row['key']);
                $compared++;
            }
        }
        $this->assertGreaterThan(2, $compared);
    }

    public function test_nothing_later_than_the_day_is_in_it(): void
    {
        $told = $this->industry();
        $filed = (int) DB::table('company_years')
            ->where('company_id', $this->companyId($told['members'][0]['ticker']))
            ->where('year', $told['years'][count($told['years']) - 1]['year'])
            ->value('filed_on');
        $years = $this->app->make(CompanyYears::class);
        $company = $this->companyId($told['members'][0]['ticker']);
        $this->assertCount(count($years->of([$company], $filed)) - 1, $years->of([$company], $filed - 1));
    }

    public function test_years_of_a_company_that_changed_are_computed_anew(): void
    {
        $company = $this->companyId('BRSW');
        $before = $this->app->make(CompanyYears::class)->of([$company], self::TODAY);
        $last = array_key_last($before);
        DB::table('facts')
            ->where('company_id', $company)
            ->where('line', 'revenue')
            ->where('period', 10 * $last)
            ->update(['value' => 123_000_000.0]);
        $this->app->make(CompanyRefresh::class)->companies([$company => 0]);
        $after = $this->app->make(CompanyYears::class)->of([$company], self::TODAY);
        $this->assertSame(123_000_000.0, $after[$last][$company]['revenue']);
        unset($before[$last], $after[$last]);
        $this->assertSame($before, $after);
    }

    public function test_an_industry_nobody_is_in_is_told(): void
    {
        $this->assertSame(
            'No company of Education was listed on this day.',
            $this->getJson('/api/v1/industries/85')->assertNotFound()->json('detail'),
        );
        $this->getJson('/api/v1/industries/%27%20or%201')->assertNotFound();
    }

    /** @return array<string, mixed> the one with the most companies */
    private function industry(): array
    {
        $all = $this->getJson('/api/v1/industries')->json('industries');
        usort($all, static fn (array $a, array $b): int => $b['companies'] <=> $a['companies']);

        return $this->getJson("/api/v1/industries/{$all[0]['code']}")->assertOk()->json();
    }

    /**
     * @param  list<string>  $tickers
     * @return list<object>
     */
    private function rows(array $tickers, int $year): array
    {
        return DB::table('company_years')
            ->whereIn('company_id', array_map($this->companyId(...), $tickers))
            ->where('year', $year)
            ->get()
            ->values()
            ->all();
    }
}
