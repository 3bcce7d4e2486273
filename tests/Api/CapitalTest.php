<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Models\KeptCostOfCapital;
use Illuminate\Support\Facades\DB;
use Logion\Capital\Leverage;
use Logion\Statistics\Descriptive;
use Tests\DemoTestCase;

/** What capital costs a company, by every way there is to each input. */
final class CapitalTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_a_beta_is_the_slope_of_the_returns_it_tells(): void
    {
        foreach ([['month', 60], ['week', 104], ['day', 252]] as [$interval, $most]) {
            $beta = $this->told("beta?interval={$interval}");
            [$x, $y] = [array_column($beta['returns'], 'index'), array_column($beta['returns'], 'security')];
            $this->assertCount($most, $x);
            $this->assertSame($most, $beta['line']['observations']);
            $of = Descriptive::correlation($x, $y);
            $this->assertEqualsWithDelta($of['covariance'] / Descriptive::variance($x), $beta['line']['beta'], 1e-9);
            $this->assertEqualsWithDelta($of['correlation'] ** 2, $beta['line']['r_squared'], 1e-9);
            $this->assertEqualsWithDelta(1 / 3 + (2 / 3) * $beta['line']['beta'], $beta['line']['adjusted'], 1e-12);
            $this->assertEqualsWithDelta($beta['line']['beta'], $beta['rolling'][count($beta['rolling']) - 1]['beta'], 1e-9);
        }
        $metric = $this->told('metrics?keys=beta_raw')['figures']['beta_raw']['value'];
        $this->assertEqualsWithDelta($metric, $this->told('beta')['line']['beta'], 1e-12, 'the beta of the catalogue');
    }

    public function test_another_index_and_window_give_another_beta_and_too_little_says_so(): void
    {
        $usual = $this->told('beta');
        $other = collect($usual['indices'])->first(
            fn (array $of): bool => $this->told("beta?index={$of['key']}")['line'] !== $usual['line'],
        );
        $this->assertNotNull($other);
        $this->assertCount(24, $this->told('beta?years=2')['returns']);
        $this->getJson('/api/v1/companies/BRSW/beta?index=NOSUCH')->assertUnprocessable();
        $this->getJson('/api/v1/companies/BRSW/beta?interval=hour')->assertUnprocessable();
        $this->getJson('/api/v1/companies/BRSW/beta?years=0')->assertUnprocessable();
        $listing = $this->listingId('BRSW');
        DB::table('bars')->where('listing_id', $listing)->where('day', '<', 20260301)->delete();
        DB::table('packed_rows')->where('source', 'bars')->where('owner', $listing)->delete();
        $young = $this->told('beta');
        $this->assertNull($young['line']);
        $this->assertLessThan(12, count($young['returns']));
    }

    public function test_a_bottom_up_beta_is_told_step_under_step_and_can_be_followed(): void
    {
        $told = $this->bottomUp(['of' => ['source' => 'industry']]);
        $counted = array_values(array_filter($told['companies'], static fn (array $of): bool => $of['state'] === 'in'));
        $this->assertSame($told['used'], count($counted));
        $this->assertNotContains('BRSW', array_column($told['companies'], 'ticker'));
        $unlevered = [];
        foreach ($counted as $of) {
            $ratio = $of['debt'] / $of['market_value'];
            $without = $of['beta'] / (1 + (1 - $told['tax']) * $ratio);
            $this->assertEqualsWithDelta($ratio, $of['steps']['gross_debt_to_equity'], 1e-9);
            $this->assertEqualsWithDelta($without, $of['steps']['unlevered_gross'], 1e-9);
            $share = $of['cash'] / ($of['debt'] + $of['market_value']);
            if ($share < 1) {
                $this->assertEqualsWithDelta($without / (1 - $share), $of['steps']['unlevered_cash_corrected'], 1e-9);
                $unlevered[] = $without / (1 - $share);
            }
        }
        $this->assertEqualsWithDelta(Descriptive::median($unlevered), $told['companies_first']['unlevered_cash_corrected'], 1e-9);
        $this->assertEqualsWithDelta(
            Leverage::relever(Descriptive::median($unlevered), $told['tax'], $told['own_debt_to_equity']),
            $told['companies_first']['relevered_cash_corrected'],
            1e-9,
        );
        $this->assertEqualsWithDelta(
            $told['companies_first']['relevered_cash_corrected'] - $told['medians_first']['relevered_cash_corrected'],
            $told['difference'],
            1e-12,
        );
        $out = $this->bottomUp([
            'of' => ['source' => 'industry'],
            'excluded' => [['ticker' => $counted[0]['ticker']], ['ticker' => 'NOSUCH']],
        ]);
        $this->assertSame($told['used'] - 1, $out['used']);
        $this->assertSame(
            'out',
            $out['companies'][array_search($counted[0]['ticker'], array_column($out['companies'], 'ticker'), true)]['state'],
        );
        $mean = $this->bottomUp(['of' => ['source' => 'industry'], 'mean' => true, 'debt_to_equity' => 0.5]);
        $this->assertEqualsWithDelta(Descriptive::mean($unlevered), $mean['companies_first']['unlevered_cash_corrected'], 1e-9);
        $this->assertSame(0.5, $mean['debt_to_equity']);
    }

    public function test_home_alone_a_list_and_names_are_other_groups_and_nobody_gives_nothing(): void
    {
        $all = array_column($this->bottomUp(['of' => ['source' => 'industry', 'key' => '20']])['companies'], 'ticker');
        $home = array_column($this->bottomUp(['of' => ['source' => 'industry', 'key' => '20', 'home' => true]])['companies'], 'ticker');
        $this->assertNotSame([], $home);
        $this->assertLessThan(count($all), count($home));
        $this->assertSame([], array_diff($home, $all));
        $this->assertSame(
            [$all[0]],
            array_column($this->bottomUp(['of' => ['source' => 'named', 'key' => "{$all[0]},BRSW"]])['companies'], 'ticker'),
        );
        $none = $this->bottomUp(['of' => ['source' => 'named', 'key' => 'NOSUCH']]);
        $this->assertSame([0, null, null], [$none['used'], $none['companies_first'], $none['difference']]);
    }

    public function test_who_is_left_out_and_why_is_kept_and_arrives_in_the_cost_of_capital(): void
    {
        $start = $this->told('bottom-up-beta');
        $this->assertNull($start['kept_on']);
        $this->assertSame('peers', $start['choices']['of']['source']);
        $first = $start['companies'][0]['ticker'];
        $choices = [
            'of' => ['source' => 'industry', 'key' => '20', 'home' => false],
            'excluded' => [['ticker' => $first, 'reason' => 'a story, not a business']],
            'debt_to_equity' => 0.4,
            'mean' => true,
            'weigh_by' => 'own',
            'businesses' => [],
        ];
        $kept = $this->putJson('/api/v1/companies/BRSW/bottom-up-beta', $choices)->assertOk()->json();
        $this->assertNotNull($kept['kept_on']);
        $this->assertSame($choices, $kept['choices']);
        $this->assertSame($kept, $this->told('bottom-up-beta'));
        $this->assertSame($kept['companies_first']['relevered_cash_corrected'], $this->bottomUpOfTheSheet());
        $choices['businesses'] = [['name' => 'Food', 'industry' => '10', 'weight' => 1.0]];
        $together = $this->putJson('/api/v1/companies/BRSW/bottom-up-beta', $choices)->assertOk()->json('together');
        $this->assertSame($together['relevered'], $this->bottomUpOfTheSheet());
        $this->actingAs($this->someone('Ben'));
        $this->assertNull($this->told('bottom-up-beta')['kept_on']);
        $this->assertNotSame($together['relevered'], $this->bottomUpOfTheSheet());
        $this->deleteJson('/api/v1/companies/BRSW/bottom-up-beta')->assertNoContent();
        $this->assertSame(1, DB::table('bottom_up_betas')->count(), 'nobody drops what another keeps');
        $this->putJson('/api/v1/companies/BRSW/bottom-up-beta', ['excluded' => ['BRSW']])->assertUnprocessable();
    }

    public function test_an_own_cost_of_capital_is_a_figure_like_any_other(): void
    {
        $keys = 'metrics?keys=own_cost_of_capital,roic_own_cost_spread,return_on_invested_capital,wacc';
        $none = $this->told($keys)['figures'];
        $this->assertNull($none['own_cost_of_capital']['value']);
        $this->assertStringContainsString('Compare', $none['own_cost_of_capital']['reason']);
        $rate = $this->putJson('/api/v1/companies/BRSW/cost-of-capital', ['inputs' => ['beta' => ['key' => 'own', 'own' => 2.0]]])->json(
            'rate',
        );
        $figures = $this->told($keys)['figures'];
        $this->assertSame($rate, $figures['own_cost_of_capital']['value']);
        $this->assertSame($none['wacc']['value'], $figures['wacc']['value'], 'what is computed for everybody stays');
        $this->assertEqualsWithDelta(
            $figures['return_on_invested_capital']['value'] - $rate,
            $figures['roic_own_cost_spread']['value'],
            1e-12,
        );
        $screened = $this->postJson('/api/v1/screens/run', [
            'screen' => ['criteria' => ['own_cost_of_capital > 0'], 'columns' => ['own_cost_of_capital']],
        ]);
        $this->assertSame(['BRSW'], array_column($screened->assertOk()->json('rows'), 'ticker'));
        $before = $this->told("{$keys}&as_of=2026-03-31")['figures'];
        $this->assertNull($before['own_cost_of_capital']['value'], 'nothing kept later is known earlier');
        $this->actingAs($this->someone('Ben'));
        $this->assertNull($this->told($keys)['figures']['own_cost_of_capital']['value']);
    }

    private function bottomUpOfTheSheet(): ?float
    {
        $beta = array_column($this->told('cost-of-capital')['inputs'], null, 'key')['beta'];

        return array_column($beta['alternatives'], 'value', 'key')['bottom_up'];
    }

    public function test_several_businesses_weigh_together(): void
    {
        $businesses = [
            ['name' => 'Food', 'industry' => '10', 'weight' => 300],
            ['name' => 'Chemicals', 'industry' => '20', 'weight' => 100],
            ['name' => 'Nothing', 'industry' => '99', 'weight' => 50],
        ];
        $together = $this->bottomUp(['businesses' => $businesses])['together'];
        $this->assertSame([0.75, 0.25, null], array_column($together['businesses'], 'share'), 'what has no beta weighs nothing');
        $betas = array_column($together['businesses'], 'beta');
        $this->assertEqualsWithDelta(0.75 * $betas[0] + 0.25 * $betas[1], $together['beta'], 1e-12);
        $this->assertNull($betas[2]);
        $this->assertSame([null, null, null], array_column($together['businesses'], 'multiple'));
    }

    public function test_sales_of_businesses_weigh_what_their_companies_are_paid_for_sales(): void
    {
        $businesses = [
            ['name' => 'Food', 'industry' => '10', 'weight' => 300],
            ['name' => 'Chemicals', 'industry' => '20', 'weight' => 100],
        ];
        $told = $this->bottomUp(['businesses' => $businesses, 'weigh_by' => 'sales']);
        [$food, $chemicals] = $told['together']['businesses'];
        $companies = array_column($this->bottomUp(['of' => ['source' => 'industry', 'key' => '20']])['companies'], 'ticker');
        $multiples = [];
        foreach ($companies as $ticker) {
            $figure = $this->getJson("/api/v1/companies/{$ticker}/metrics?keys=ev_to_sales")->json('figures.ev_to_sales');
            if ($figure['value'] !== null) {
                $multiples[] = $figure['value'];
            }
        }
        $this->assertEqualsWithDelta(Descriptive::median($multiples), $chemicals['multiple'], 1e-12);
        $worth = [300 * $food['multiple'], 100 * $chemicals['multiple']];
        $this->assertEqualsWithDelta($worth[0] / array_sum($worth), $food['share'], 1e-12);
        $this->assertEqualsWithDelta(1.0, $food['share'] + $chemicals['share'], 1e-12);
        $this->assertEqualsWithDelta(
            $food['share'] * $food['beta'] + $chemicals['share'] * $chemicals['beta'],
            $told['together']['beta'],
            1e-12,
        );
        foreach ($told['own_businesses'] as $sales) {
            $this->assertGreaterThan(0, $sales);
        }
        $this->postJson('/api/v1/companies/BRSW/bottom-up-beta', ['weigh_by' => 'guess'])->assertUnprocessable();
    }

    public function test_profits_of_businesses_are_those_of_the_last_year_told_and_losses_are_none(): void
    {
        $of = DB::table('breakdown_facts')
            ->where(['company_id' => $this->companyId('GRME'), 'axis' => 'business', 'line' => 'operating_income']);
        $ask = fn (): array => $this->postJson('/api/v1/companies/GRME/bottom-up-beta', [])->assertOk()->json();
        $told = $ask()['own_profits'];
        $this->assertNotSame([], $told);
        $year = (clone $of)->whereRaw('period % 10 = 0')->where('value', '>', 0)->max('period');
        foreach ($told as $name => $profit) {
            $this->assertEquals((clone $of)->where(['member' => $name, 'period' => $year])->orderByDesc('id')->value('value'), $profit);
        }
        $lost = (string) array_key_first($told);
        (clone $of)->where('member', $lost)->update(['value' => -1.0]);
        $this->assertArrayNotHasKey($lost, $ask()['own_profits']);
        $this->assertArrayHasKey($lost, $ask()['own_businesses']);
    }

    public function test_the_sheet_starts_with_what_the_catalogue_takes(): void
    {
        $cost = $this->told('cost-of-capital');
        $this->assertNull($cost['kept_on']);
        $inputs = array_column($cost['inputs'], null, 'key');
        $this->assertSame(['ten_years', 'setting', 'adjusted', 'rating', 'marginal', 'market'], array_column($cost['inputs'], 'choice'));
        $metrics = $this->told('metrics?keys=cost_of_equity,wacc')['figures'];
        $this->assertEqualsWithDelta($metrics['cost_of_equity']['value'], $cost['cost_of_equity'], 1e-12);
        $this->assertEqualsWithDelta($metrics['wacc']['value'], $cost['rate'], 1e-9);
        $this->assertEqualsWithDelta(1.0, array_sum(array_column($cost['classes'], 'weight')), 1e-12);
        foreach ($inputs as $input) {
            foreach ($input['alternatives'] as $of) {
                $this->assertNotSame('', $of['source']);
                if ($of['key'] === $input['choice']) {
                    $this->assertEqualsWithDelta($cost['rate'], $of['rate'], 1e-12);
                }
            }
        }
        $borrowed = function (string $ticker): ?float {
            $inputs = $this->getJson("/api/v1/companies/{$ticker}/cost-of-capital")->assertOk()->json('inputs');

            return array_column(array_column($inputs, null, 'key')['cost_of_debt']['alternatives'], 'value', 'key')['borrowed'];
        };
        $told = DB::table('breakdown_facts')->where(['company_id' => $this->companyId('GRME'), 'axis' => 'debt', 'line' => 'Coupon']);
        $last = (clone $told)->orderByDesc('period')->value('period');
        $newest = (clone $told)->where('period', $last)->orderByDesc('id')->value('value');
        $this->assertNotNull($newest);
        $this->assertSame((float) $newest, $borrowed('GRME'));
        $told->delete();
        $this->assertNull($borrowed('GRME'), 'what nobody tells is not made up');
    }

    public function test_a_choice_gives_the_rate_that_was_told_beside_it(): void
    {
        $cost = $this->told('cost-of-capital');
        foreach ($cost['inputs'] as $input) {
            foreach ($input['alternatives'] as $of) {
                if ($of['value'] === null) {
                    continue;
                }
                $chosen = $this->postJson('/api/v1/companies/BRSW/cost-of-capital', ['inputs' => [$input['key'] => ['key' => $of['key']]]]);
                $this->assertEqualsWithDelta($of['rate'], $chosen->assertOk()->json('rate'), 1e-12, "{$input['key']} {$of['key']}");
            }
        }
        $this->assertSame(0, KeptCostOfCapital::query()->count(), 'to try keeps nothing');
    }

    public function test_own_inputs_and_premia_are_kept_for_whoever_chose_them(): void
    {
        $plain = $this->told('cost-of-capital');
        $choices = [
            'inputs' => ['beta' => ['key' => 'own', 'own' => 1.4], 'risk_free' => ['key' => 'bills']],
            'extra' => [['name' => 'Place', 'rate' => 0.01, 'reason' => 'its mines lie abroad']],
            'leases' => false,
        ];
        $kept = $this->putJson('/api/v1/companies/BRSW/cost-of-capital', $choices)->assertOk()->json();
        $this->assertNotNull($kept['kept_on']);
        $inputs = array_column($kept['inputs'], null, 'key');
        $expected = $inputs['risk_free']['value'] + 1.4 * $inputs['premium']['value'] + 0.01;
        $this->assertEqualsWithDelta($expected, $kept['cost_of_equity'], 1e-12);
        $this->assertSame($kept, $this->told('cost-of-capital'));
        $this->assertSame(1, KeptCostOfCapital::query()->count());
        $this->putJson('/api/v1/companies/BRSW/cost-of-capital', ['inputs' => []])->assertOk();
        $this->assertSame(1, KeptCostOfCapital::query()->count());
        $this->actingAs($this->someone('Ben'));
        $this->assertSame($plain, $this->told('cost-of-capital'));
        $this->deleteJson('/api/v1/companies/BRSW/cost-of-capital')->assertNoContent();
        $this->assertSame(1, KeptCostOfCapital::query()->count(), 'nobody drops what another keeps');
    }

    public function test_a_kept_cost_arrives_in_a_valuation(): void
    {
        $this->putJson('/api/v1/companies/BRSW/cost-of-capital', [
            'inputs' => ['beta' => ['key' => 'own', 'own' => 1.3], 'tax' => ['key' => 'own', 'own' => 0.3]],
        ])->assertOk();
        $cost = $this->told('cost-of-capital');
        $of = array_column($cost['inputs'], 'value', 'key');
        $figures = [
            'risk_free_rate' => $of['risk_free'],
            'beta' => $of['beta'],
            'equity_risk_premium' => $of['premium'],
            'cost_of_debt' => $of['cost_of_debt'],
            'marginal_tax_rate' => $of['tax'],
            'discount_rate' => $cost['rate'],
        ];
        $value = $this->postJson('/api/v1/companies/BRSW/cash-flow-value', ['changes' => ['figures' => $figures]])
            ->assertOk()
            ->json();
        $this->assertEqualsWithDelta($cost['rate'], $value['discount_rate'], 1e-12);
        $this->assertEqualsWithDelta($cost['cost_of_equity'], $value['cost_of_equity'], 1e-12);
    }

    public function test_what_cannot_be_is_refused_by_name(): void
    {
        $put = fn (array $body) => $this->putJson('/api/v1/companies/BRSW/cost-of-capital', $body)->assertUnprocessable()->json('errors');
        $this->assertArrayHasKey('inputs.beta.own', $put(['inputs' => ['beta' => ['key' => 'own']]]));
        $this->assertArrayHasKey('inputs.beta.own', $put(['inputs' => ['beta' => ['key' => 'own', 'own' => 99]]]));
        $this->assertArrayHasKey('inputs.tax.own', $put(['inputs' => ['tax' => ['key' => 'own', 'own' => 1.2]]]));
        $this->assertArrayHasKey('inputs', $put(['inputs' => ['luck' => ['key' => 'own', 'own' => 1]]]));
        $this->assertArrayHasKey('extra.0.reason', $put(['extra' => [['name' => 'Size', 'rate' => 0.01]]]));
        $none = $this->postJson('/api/v1/companies/BRSW/cost-of-capital', ['inputs' => ['cost_of_debt' => ['key' => 'borrowed']]])
            ->assertOk()
            ->json();
        $this->assertNull($none['rate']);
        $this->assertStringContainsString('Cost of debt', $none['why_not']);
        $low = $this->postJson('/api/v1/companies/BRSW/cost-of-capital', ['inputs' => ['beta' => ['key' => 'own', 'own' => -1]]])
            ->assertOk()
            ->json();
        $this->assertCount(3, $low['warnings'], 'less than the yield, a negative beta, and lenders who ask for more than owners');
    }

    public function test_return_above_cost_is_that_of_the_years_that_are_kept(): void
    {
        $this->assertNull($this->told('excess-returns')['own_cost']);
        $this->putJson('/api/v1/companies/BRSW/cost-of-capital', ['inputs' => ['beta' => ['key' => 'own', 'own' => 2.0]]])->assertOk();
        $told = $this->told('excess-returns');
        $this->assertSame($this->told('cost-of-capital')['rate'], $told['own_cost']);
        $id = $this->companyId('BRSW');
        $rows = DB::table('company_years')->where('company_id', $id)->get()->keyBy('year');
        $this->assertTrue($told['lines'][0]['subject']);
        $known = 0;
        foreach ($told['years'] as $i => $year) {
            $row = $rows[$year] ?? null;
            $return =
                $row === null || $row->nopat === null || $row->invested_capital === null ? null : $row->nopat / $row->invested_capital;
            $this->assertEqualsWithDelta($return, $told['lines'][0]['returns'][$i], 1e-9);
            $this->assertSame($row?->cost_of_capital, $told['lines'][0]['costs'][$i]);
            $known += (int) ($told['lines'][0]['excess'][$i] !== null);
            if ($told['lines'][0]['excess'][$i] !== null) {
                $this->assertEqualsWithDelta($return - $row->cost_of_capital, $told['lines'][0]['excess'][$i], 1e-12);
            }
        }
        $this->assertGreaterThan(3, $known);
        foreach ($told['industry_years'] as $year) {
            if ($year['earning_share'] !== null) {
                $this->assertGreaterThanOrEqual(0.0, $year['earning_share']);
                $this->assertLessThanOrEqual(1.0, $year['earning_share']);
            }
        }
        foreach (['bank', 'insurer', 'property'] as $template) {
            $ticker = DB::table('listings as l')
                ->join('securities as s', 's.id', '=', 'l.security_id')
                ->join('companies as c', 'c.id', '=', 's.company_id')
                ->where('c.template', $template)
                ->where('s.main', true)
                ->whereNull('l.to_day')
                ->orderBy('l.ticker')
                ->value('l.ticker');
            foreach (['beta', 'cost-of-capital', 'excess-returns'] as $part) {
                $this->getJson("/api/v1/companies/{$ticker}/{$part}")->assertOk();
            }
        }
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array<string, mixed>
     */
    private function bottomUp(array $body): array
    {
        return $this->postJson('/api/v1/companies/BRSW/bottom-up-beta', $body)->assertOk()->json();
    }

    /** @return array<string, mixed> */
    private function told(string $part): array
    {
        return $this->getJson("/api/v1/companies/BRSW/{$part}")
            ->assertOk()
            ->json();
    }

    private function listingId(string $ticker): int
    {
        return (int) $this->listing($ticker)->id;
    }
}
