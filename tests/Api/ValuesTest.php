<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Evaluation\EvaluationContexts;
use App\Feature\Value\MethodWorkbook;
use App\Feature\Value\ValueSubjects;
use App\Models\User;
use App\Models\Valuation;
use Illuminate\Support\Facades\DB;
use Logion\Figure\LogionException;
use Logion\Formula\Parameter;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSubject;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Every method on companies of every kind: what fits, what it says, and that all that follows from its declaration holds. */
final class ValuesTest extends DemoTestCase
{
    private User $user;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->user = $this->someone());
    }

    /** @return iterable<string, array{string}> */
    public static function companies(): iterable
    {
        foreach (['BRSW', 'GRME', 'FNSB', 'HMAS', 'MWPR', 'QSCW', 'ULVL', 'TVRM', 'CWGW', 'ORTN'] as $ticker) {
            yield $ticker => [$ticker];
        }
    }

    #[DataProvider('companies')]
    public function test_what_a_method_says_follows_from_its_inputs(string $ticker): void
    {
        $subject = $this->subject($ticker);
        $price = $subject->price();
        $valued = 0;
        foreach (ValueMethods::all() as $key => $method) {
            try {
                $sheet = new ValueSheet($method, $subject);
                $worth = $sheet->worth();
            } catch (LogionException $refusal) {
                $this->assertNotSame('', $refusal->getMessage(), $key);

                continue;
            }
            $this->assertNotNull($worth->centre, "{$key} has a reason or a value");
            $this->assertTrue(is_finite($worth->centre), $key);
            $valued++;
            if ($worth->low !== null && $worth->high !== null) {
                $this->assertLessThanOrEqual($worth->high + 1e-9, $worth->low, "{$key}: low above high");
            }
            $this->assertEqualsWithDelta($worth->centre, $sheet->centre($sheet->changes), 1e-12, "{$key} is pure");
            foreach ($sheet->tornado() as $bar) {
                $this->assertSame($sheet->centre([$bar['input'] => $bar['from']]), $bar['low'], "{$key} {$bar['input']}");
            }
            foreach (['discount_rate', 'cost_of_equity'] as $rate) {
                if (isset($sheet->figures[$rate]) && $worth->centre > 0 && ($sheet->figures['net'] ?? 0.0) >= 0) {
                    $dearer = $sheet->centre([$rate => $sheet->figures[$rate] + 0.005]);
                    $this->assertTrue($dearer === null || $dearer <= $worth->centre + 1e-9, "{$key} falls with {$rate}");
                }
            }
            foreach ($sheet->inputs as $name => $input) {
                if (! $input->isWhole() && $price !== null && ($solved = $sheet->solve($name, $price)) !== null) {
                    $this->assertEqualsWithDelta($price, $sheet->centre([$name => $solved]), 1e-6 * $price, "{$key} {$name}");
                }
            }
        }
        $this->assertGreaterThanOrEqual(4, $valued, 'some methods fit every company');
    }

    public function test_what_does_not_fit_a_kind_of_business_says_so_and_can_be_forced(): void
    {
        $fits = fn (string $ticker): array => array_column(
            array_filter($this->summary($ticker)['methods'], static fn (array $of): bool => $of['fits']),
            'key',
        );
        $this->assertContains('excess_return', $fits('FNSB'));
        $this->assertNotContains('cash_flow_to_firm', $fits('FNSB'));
        $this->assertContains('excess_return', $fits('HMAS'));
        $this->assertContains('net_asset_value', $fits('MWPR'));
        $this->assertNotContains('excess_return', $fits('BRSW'));
        $this->assertContains('cash_flow_to_firm', $fits('BRSW'));
        $summary = $this->summary('FNSB');
        $this->assertTrue($summary['methods'][0]['fits'], 'what fits stands first');
        $loser = array_column($this->summary('QSCW')['methods'], null, 'key')['cash_flow_to_firm'];
        $this->assertLessThan(0, $loser['centre']);
        $this->assertStringContainsString('owes more', $loser['why_not'], 'less than nothing is told and counts as nothing');
        $this->postJson('/api/v1/companies/FNSB/values/cash_flow_to_firm')->assertUnprocessable();
        $this->postJson('/api/v1/companies/BRSW/values/excess_return')->assertUnprocessable();
        $forced = $this->postJson('/api/v1/companies/BRSW/values/excess_return', ['forced' => true])
            ->assertOk()
            ->json();
        $this->assertTrue($forced['forced']);
        $this->assertStringContainsString('banks', $forced['misfit']);
        $this->postJson('/api/v1/companies/BRSW/values/excess_return/keep', ['forced' => true, 'name' => 'Forced'])->assertCreated();
        $this->assertSame([true], array_column($this->summary('BRSW')['earlier'], 'forced'), 'marked wherever it is seen again');
        $method = ValueMethods::get('excess_return');
        $subject = $this->subject('BRSW');
        $book = MethodWorkbook::of(new ValueSheet($method, $subject, [], true), $method, $subject, 'X');
        $this->assertStringContainsString('forced', (string) $book->getSheet(0)->getCell('A1')->getValue());
        $this->assertNotNull($forced['centre']);
    }

    public function test_the_summary_weighs_what_fits_and_moves_only_within_the_centres(): void
    {
        $plain = $this->summary('BRSW');
        $fitting = array_values(array_filter($plain['methods'], static fn (array $of): bool => $of['fits']));
        $weighed = array_values(array_filter($fitting, static fn (array $of): bool => $of['weight'] > 0));
        $centres = array_column($weighed, 'centre');
        $this->assertSame(count($weighed), $plain['used']);
        $this->assertEqualsWithDelta(array_sum($centres) / count($centres), $plain['centre'], 1e-9);
        $this->assertEqualsWithDelta((max($centres) - min($centres)) / $plain['centre'], $plain['dispersion'], 1e-9);
        $this->assertSame($plain['dispersion'] > 1 / 3, $plain['disagree']);
        mt_srand(5);
        for ($i = 0; $i < 5; $i++) {
            $weights = [];
            foreach ($fitting as $of) {
                $weights[$of['key']] = mt_rand(0, 3);
            }
            if (array_sum($weights) === 0) {
                continue;
            }
            $own = $this->postJson('/api/v1/companies/BRSW/values', ['weights' => $weights])
                ->assertOk()
                ->json();
            $used = array_column(array_filter($fitting, static fn (array $of): bool => $weights[$of['key']] > 0), 'centre');
            $this->assertGreaterThanOrEqual(min($used) - 1e-9, $own['centre']);
            $this->assertLessThanOrEqual(max($used) + 1e-9, $own['centre']);
        }
        $one = $this->postJson('/api/v1/companies/BRSW/values', ['weights' => [$fitting[0]['key'] => 2]])->json();
        $this->assertEqualsWithDelta($fitting[0]['centre'], $one['centre'], 1e-9);
        foreach ($one['buy_below'] as $of) {
            $this->assertEqualsWithDelta($one['centre'] * (1 - $of['margin']), $of['price'], 1e-9);
            $this->assertSame($one['price'] <= $of['price'], $of['below_now']);
            foreach ($of['share_of_days'] as ['days' => $days, 'share' => $share]) {
                $closes = array_slice($this->subject('BRSW')->scope->prices->closes, -$days);
                $below = count(array_filter($closes, static fn (float $close): bool => $close < $of['price'] * (1 - 1e-9)));
                $this->assertEqualsWithDelta($below / $days, $share, 1e-12);
            }
        }
        $this->assertStringContainsString('Revenue growth', $plain['believe']);
        $this->postJson('/api/v1/companies/BRSW/values', ['weights' => ['nosuch' => 1]])->assertUnprocessable();
        $this->postJson('/api/v1/companies/BRSW/values', ['weights' => ['dividends' => -1]])->assertUnprocessable();
    }

    public function test_peak_earnings_are_no_measure_unless_one_says_so(): void
    {
        $methods = array_column($this->summary('ORTN')['methods'], null, 'key');
        foreach (['earnings_path', 'own_price_to_earnings', 'own_ev_to_ebitda', 'revised_growth'] as $key) {
            $this->assertFalse($methods[$key]['fits'], $key);
            $this->assertStringContainsString('top of a wide range', $methods[$key]['why_not']);
        }
        foreach (['earnings_power', 'cash_flow_to_firm'] as $key) {
            $this->assertTrue($methods[$key]['fits'], "{$key} has a normal margin");
        }
        $path = '/api/v1/companies/ORTN/values/earnings_path';
        $peak = $this->postJson($path, ['forced' => true])
            ->assertOk()
            ->json();
        $mean = array_column(array_column($peak['inputs'], null, 'name')['earnings']['alternatives'], 'value', 'source');
        $normal = $this->postJson($path, ['forced' => true, 'figures' => ['earnings' => $mean['mean of five years']]])->json();
        $this->assertLessThan($peak['centre'], $normal['centre']);
        $this->assertTrue($normal['forced']);
    }

    public function test_inputs_are_those_figures_of_the_company_that_they_say(): void
    {
        $subject = $this->subject('GRME');
        $input = static function (string $method, string $name) use ($subject): MethodInput {
            foreach (ValueMethods::get($method)->inputs($subject) as $of) {
                if ($of->name === $name) {
                    return $of;
                }
            }
            self::fail("{$method} has no {$name}.");
        };
        $keys = 'cost_of_equity,wacc,price_to_earnings,ev_to_ebitda,terminal_growth';
        $figures = $this->getJson("/api/v1/companies/GRME/metrics?keys={$keys}")
            ->assertOk()
            ->json('figures');
        $value = static fn (string $key): float => (float) $figures[$key]['value'];
        $this->assertEqualsWithDelta($value('cost_of_equity'), $input('dividends', 'cost_of_equity')->value, 1e-12);
        $this->assertEqualsWithDelta($value('wacc'), $input('earnings_power', 'discount_rate')->value, 1e-12);
        $this->assertEqualsWithDelta($value('terminal_growth'), $input('dividends', 'terminal_growth')->value, 1e-12);
        $price = (float) $subject->price();
        $this->assertEqualsWithDelta($price / $value('price_to_earnings'), $input('earnings_path', 'earnings')->value, 1e-9 * $price);
        $this->assertEqualsWithDelta($price / $value('price_to_earnings'), $input('own_price_to_earnings', 'figure')->value, 1e-9 * $price);
        $net = (float) $input('earnings_power', 'net')->value;
        $this->assertEqualsWithDelta(($price - $net) / $value('ev_to_ebitda'), $input('own_ev_to_ebitda', 'figure')->value, 1e-9 * $price);
        $this->assertSame(0.0, $input('earnings_path', 'share_change')->value, 'growth of a share counts shares already');
        $now = DB::table('facts')->where(['company_id' => $this->companyId('GRME'), 'line' => 'shares_outstanding_period_end']);
        [$last, $then] = [(clone $now)->where('period', 20250)->value('value'), (clone $now)->where('period', 20220)->value('value')];
        $this->assertEqualsWithDelta(
            ($last / $then) ** (1 / 3) - 1,
            array_values($input('earnings_path', 'share_change')->alternatives)[0],
            1e-9,
        );
    }

    public function test_nothing_told_later_than_the_day_counts(): void
    {
        $then = $this->summary('BRSW', '?as_of=2024-06-28');
        $this->assertSame('2024-06-28', $then['as_of']);
        $this->assertNotSame($this->summary('BRSW')['centre'], $then['centre']);
        $id = $this->companyId('BRSW');
        DB::table('filings')->where('company_id', $id)->where('filed_on', '>', 20240628)->delete();
        $listing = $this->listing('BRSW')->id;
        DB::table('bars')->where('listing_id', $listing)->where('day', '>', 20240628)->delete();
        DB::table('packed_rows')->where('source', 'bars')->where('owner', $listing)->delete();
        $alone = ['cash_flow_to_firm', 'dividends', 'residual_income', 'earnings_power', 'own_price_to_earnings'];
        $of = static fn (array $summary): array => array_intersect_key(
            array_column($summary['methods'], 'centre', 'key'),
            array_flip($alone),
        );
        $this->assertSame($of($then), $of($this->summary('BRSW', '?as_of=2024-06-28')));
    }

    public function test_a_sheet_is_changed_solved_varied_and_drawn(): void
    {
        $path = '/api/v1/companies/BRSW/values/earnings_path';
        $plain = $this->postJson($path)->assertOk()->json();
        $inputs = array_column($plain['inputs'], null, 'name');
        $changed = $this->postJson($path, ['figures' => ['exit_multiple' => 2 * $inputs['exit_multiple']['value']]])
            ->assertOk()
            ->json();
        $this->assertGreaterThan($plain['centre'], $changed['centre']);
        $this->assertTrue(array_column($changed['inputs'], 'changed', 'name')['exit_multiple']);
        $this->assertSame($plain['tornado'][0]['label'], $plain['most']);
        $solved = $this->postJson("{$path}/solve", ['input' => 'growth'])
            ->assertOk()
            ->json();
        $this->assertSame($plain['price'], $solved['price']);
        $at = $this->postJson($path, ['figures' => ['growth' => $solved['solved']]])->json('centre');
        $this->assertEqualsWithDelta($plain['price'], $at, 1e-6 * $plain['price']);
        $wished = $this->postJson("{$path}/solve", ['input' => 'growth', 'price' => 1e7])
            ->assertOk()
            ->json();
        $this->assertNull($wished['solved']);
        $this->assertStringContainsString('No Growth', $wished['sentence']);
        $grid = $this->postJson("{$path}/sensitivity", ['row' => 'growth', 'column' => 'exit_multiple'])
            ->assertOk()
            ->json();
        $this->assertEqualsWithDelta($plain['centre'], $grid['values'][3][3], 1e-9);
        $draw = ['distributions' => ['growth' => ['kind' => 'normal', 'mean' => 0.05, 'deviation' => 0.01]], 'draws' => 500, 'seed' => 9];
        $work = $this->postJson("{$path}/simulate", $draw)
            ->assertStatus(202)
            ->json('task');
        $drawn = $this->getJson("/api/v1/value-simulations/{$work['id']}")
            ->assertOk()
            ->json();
        $this->assertSame(['done', 500], [$drawn['task']['state'], $drawn['task']['done']]);
        $again = $this->postJson("{$path}/simulate", $draw)->json('task.id');
        $this->assertSame($drawn['result'], $this->getJson("/api/v1/value-simulations/{$again}")->json('result'));
        $this->assertSame(500, $drawn['result']['draws']);
        foreach (
            [
                ['', ['figures' => ['nosuch' => 1]]],
                ['', ['figures' => ['growth' => 'much']]],
                ['', ['figures' => ['years' => 99]]],
                ['', ['figures' => ['growth' => 1e308]]],
                ['', ['figures' => ['earnings' => -1e300]]],
                ['/solve', ['input' => 'payout', 'figures' => ['exit_multiple' => 1e200]]],
                ['/solve', ['input' => 'nosuch']],
                ['/solve', ['input' => 'growth', 'price' => 0]],
                ['/sensitivity', ['row' => 'growth', 'column' => 'growth']],
                ['/sensitivity', ['row' => 'growth', 'column' => 'nosuch']],
                ['/simulate', ['distributions' => []]],
                ['/simulate', ['distributions' => ['growth' => ['kind' => 'bell']]]],
                ['/simulate', [...$draw, 'draws' => 1_000_000]],
                ['/keep', []],
            ] as [$end, $body]
        ) {
            $this->postJson($path.$end, $body)->assertUnprocessable();
        }
        foreach ([-1, 0, 10, -10] as $rate) {
            foreach (['earnings_path', 'residual_income', 'dividends', 'cash_flow_to_equity'] as $method) {
                $told = $this->postJson("/api/v1/companies/BRSW/values/{$method}", ['figures' => ['cost_of_equity' => $rate]]);
                $this->assertContains($told->status(), [200, 422], "{$method} at {$rate}");
            }
        }
        $this->postJson('/api/v1/companies/BRSW/values/nosuch')->assertUnprocessable();
        $dividends = $this->postJson('/api/v1/companies/BRSW/values/dividends', ['figures' => ['terminal_growth' => 0.5]])->assertOk();
        $this->assertNull($dividends->json('centre'));
        $this->assertNotNull($dividends->json('why_not'), 'growth above its cost is said plainly');
    }

    public function test_a_value_is_kept_and_seen_again_by_whoever_kept_it(): void
    {
        $path = '/api/v1/companies/BRSW/values/dividends';
        $body = ['figures' => ['growth' => 0.04], 'name' => 'Slow', 'note' => 'Salt keeps.'];
        $told = $this->postJson($path, ['figures' => ['growth' => 0.04]])->json();
        $id = $this->postJson("{$path}/keep", $body)
            ->assertCreated()
            ->json('id');
        $kept = Valuation::query()->findOrFail($id);
        $this->assertSame([$told['centre'], 'dividends', 'Salt keeps.'], [$kept->per_share, $kept->method, $kept->assumptions['note']]);
        $listed = array_column($this->getJson('/api/v1/valuations?ticker=BRSW')->json(), null, 'id')[$id];
        $this->assertSame([0.04], array_values($listed['changes']['figures']));
        $this->assertSame([$told['low'], 'Salt keeps.'], [$listed['low'], $listed['note']]);
        $this->assertSame([$id], array_column($this->summary('BRSW')['earlier'], 'id'));
        $again = $this->getJson("/api/v1/valuations/{$id}/again")
            ->assertOk()
            ->json();
        $this->assertSame([$told['centre'], $told['centre'], []], [$again['was'], $again['now'], $again['steps']], 'nothing has changed');
        $this->actingAs($this->someone('Ben'));
        $this->assertSame([], $this->summary('BRSW')['earlier']);
        $this->deleteJson("/api/v1/valuations/{$id}")->assertNotFound();
    }

    public function test_a_value_kept_before_is_told_apart_by_cause(): void
    {
        foreach (
            ['earnings_path' => ['growth' => 0.06], 'dividends' => [], 'residual_income' => ['persistence' => 0.4]] as $method => $own
        ) {
            $path = "/api/v1/companies/BRSW/values/{$method}";
            $id = $this->postJson("{$path}/keep?as_of=2025-03-31", ['figures' => $own, 'name' => 'Then'])
                ->assertCreated()
                ->json('id');
            $again = $this->getJson("/api/v1/valuations/{$id}/again")
                ->assertOk()
                ->json();
            $this->assertSame(['2025-03-31', '2026-06-30'], [$again['as_of'], $again['today']]);
            $this->assertEqualsWithDelta($this->postJson($path, ['figures' => $own])->json('centre'), $again['now'], 1e-9);
            $this->assertEqualsWithDelta($again['now'] - $again['was'], array_sum(array_column($again['steps'], 'change')), 1e-9, $method);
            $this->assertContains('rates', array_column($again['steps'], 'cause'));
            $this->assertNotContains('own', array_column($again['steps'], 'cause'), 'what one chose oneself is as it was');
        }
        $kept = Valuation::query()->latest('id')->firstOrFail();
        $kept->update(['assumptions' => [...$kept->assumptions, 'inputs' => ['luck' => 1.0]]]);
        $this->getJson("/api/v1/valuations/{$kept->id}/again")->assertUnprocessable();
        $this->actingAs($this->someone('Ben'));
        $this->getJson("/api/v1/valuations/{$kept->id}/again")->assertNotFound();
    }

    public function test_a_cash_flow_kept_before_is_told_apart_by_cause_too(): void
    {
        $changes = ['figures' => ['terminal_growth' => 0.02], 'years' => 8];
        $id = $this->postJson('/api/v1/valuations', [
            'ticker' => 'BRSW',
            'name' => 'Then',
            'note' => 'Slow.',
            'as_of' => '2025-03-31',
            'changes' => $changes,
        ])
            ->assertCreated()
            ->json('id');
        $this->assertSame('Slow.', $this->getJson('/api/v1/valuations?ticker=BRSW')->json('0.note'));
        $again = $this->getJson("/api/v1/valuations/{$id}/again")
            ->assertOk()
            ->json();
        $now = $this->postJson('/api/v1/companies/BRSW/cash-flow-value', ['changes' => $changes])->json('per_share');
        $this->assertEqualsWithDelta($now, $again['now'], 1e-9);
        $this->assertSame(['2025-03-31', '2026-06-30'], [$again['as_of'], $again['today']]);
        $this->assertEqualsWithDelta($again['now'] - $again['was'], array_sum(array_column($again['steps'], 'change')), 1e-9);
        $causes = array_column($again['steps'], 'inputs', 'cause');
        $this->assertSame(['reports', 'market', 'rates'], array_keys($causes), 'one after the other, and nothing is left over');
        $this->assertContains('Revenue of the last fiscal year', $causes['reports']);
        $this->assertNotContains('Terminal growth', $causes['rates'], 'what one chose oneself is as it was');
        $same = $this->getJson("/api/v1/valuations/{$id}/again?as_of=2025-03-31")->json();
        $this->assertSame([$same['was'], []], [$same['now'], $same['steps']]);
    }

    public function test_drivers_go_by_rules_of_ones_own_and_are_kept_with_them(): void
    {
        $path = '/api/v1/companies/GRME/values/driver_cash_flow';
        $plain = $this->postJson($path)->assertOk()->json();
        $inputs = array_column($plain['inputs'], null, 'name');
        $growth = $inputs['growth_licences'];
        $this->assertCount(10, $growth['years']['path']);
        $this->assertSame('fade', $growth['years']['rule']['rule']);
        $this->assertArrayHasKey('2025', $growth['years']['history']);
        $this->assertSame('cost_cost_of_revenue', $inputs['follows_cost_of_revenue']['beside']);
        $this->assertSame(['all sales', 'Manufacturing', 'Licences'], $inputs['follows_cost_of_revenue']['choices']);
        $rules = [
            'growth_licences' => ['rule' => 'step', 'from' => 0.12, 'step' => -0.01],
            'growth_manufacturing' => ['rule' => 'tied', 'along' => 'growth_licences', 'times' => 0.25],
            'cost_research_development' => ['rule' => 'historical_mean', 'exclude' => [2024]],
        ];
        $body = ['rules' => $rules, 'figures' => ['follows_cost_of_revenue' => 1]];
        $told = $this->postJson($path, $body)->assertOk()->json();
        $changed = array_column($told['inputs'], null, 'name');
        $this->assertEqualsWithDelta([0.12, 0.11, 0.1], array_slice($changed['growth_licences']['years']['path'], 0, 3), 1e-12);
        $this->assertEqualsWithDelta([0.03, 0.0275], array_slice($changed['growth_manufacturing']['years']['path'], 0, 2), 1e-12);
        $this->assertTrue($changed['growth_licences']['changed']);
        $this->assertFalse($changed['tax']['changed']);
        $this->assertNotSame($plain['centre'], $told['centre']);
        $solved = $this->postJson("{$path}/solve", [...$body, 'input' => 'growth_licences', 'price' => 0.95 * $told['centre']])->json();
        $at = $this->postJson($path, [...$body, 'figures' => [...$body['figures'], 'growth_licences' => $solved['solved']]])->json();
        $this->assertEqualsWithDelta($solved['price'], $at['centre'], 1e-6 * $solved['price']);
        $ranged = $this->postJson($path, [...$body, 'ranges' => ['tax' => [0.1, 0.4]]])->json('tornado');
        $tax = array_column($ranged, null, 'input')['tax'];
        $this->assertSame([0.1, 0.4], [$tax['from'], $tax['to']]);
        $work = $this->postJson("{$path}/simulate", [
            ...$body,
            'distributions' => ['growth_licences' => ['kind' => 'normal', 'mean' => 0.075, 'deviation' => 0.0]],
            'draws' => 100,
        ])->json('task.id');
        $this->assertEqualsWithDelta($told['centre'], $this->getJson("/api/v1/value-simulations/{$work}")->json('result.mean'), 1e-9);
        $id = $this->postJson("{$path}/keep", [...$body, 'name' => 'Mine'])
            ->assertCreated()
            ->json('id');
        $again = $this->getJson("/api/v1/valuations/{$id}/again")->json();
        $this->assertSame([$told['centre'], []], [$again['now'], $again['steps']]);
        $kept = array_column($this->getJson('/api/v1/valuations?ticker=GRME')->json(), null, 'id')[$id];
        $this->assertEquals($rules, $kept['changes']['rules']);
        foreach (
            [
                ['rules' => ['growth_licences' => ['rule' => 'magic']]],
                ['rules' => ['nosuch' => ['rule' => 'consensus']]],
                ['rules' => ['shares' => ['rule' => 'own', 'values' => [1]]]],
                ['rules' => ['tax' => 'half']],
                ['figures' => ['follows_cost_of_revenue' => 7]],
                ['ranges' => ['tax' => [0.1]]],
                ['ranges' => ['tax' => [0.1, 'much']]],
            ] as $wrong
        ) {
            $this->postJson($path, $wrong)->assertUnprocessable();
        }
    }

    public function test_cases_with_probabilities_stand_over_any_method(): void
    {
        foreach (
            ['dividends' => 'growth', 'earnings_path' => 'exit_multiple', 'driver_cash_flow' => 'terminal_growth'] as $method => $input
        ) {
            $path = "/api/v1/companies/BRSW/values/{$method}";
            $usual = array_column($this->postJson($path)->json('inputs'), 'value', 'name')[$input];
            $cases = [
                ['name' => 'Bear', 'probability' => 0.25, 'figures' => [$input => 0.8 * $usual]],
                ['name' => 'Base', 'probability' => 0.5],
                ['name' => 'Bull', 'probability' => 0.25, 'figures' => [$input => 1.1 * $usual], 'rules' => []],
            ];
            $told = $this->postJson("{$path}/cases", ['cases' => $cases])
                ->assertOk()
                ->json();
            $centres = [];
            foreach ($cases as $case) {
                $centres[] = $this->postJson($path, ['figures' => $case['figures'] ?? []])->json('centre');
            }
            $this->assertSame($centres, array_column($told['cases'], 'centre'), $method);
            $this->assertEqualsWithDelta(0.25 * $centres[0] + 0.5 * $centres[1] + 0.25 * $centres[2], $told['expected'], 1e-9);
            $id = $this->postJson("{$path}/keep", ['name' => 'Three', 'cases' => $cases])
                ->assertCreated()
                ->json('id');
            $this->assertSame($told['expected'], Valuation::query()->findOrFail($id)->per_share);
            $again = $this->getJson("/api/v1/valuations/{$id}/again")
                ->assertOk()
                ->json();
            $this->assertSame([], $again['steps'], 'the sheet they start from has not changed');
            foreach (
                [
                    [],
                    [[...$cases[0], 'probability' => 0.2], $cases[1], $cases[2]],
                    [[...$cases[0], 'probability' => -0.25], $cases[1], $cases[2]],
                    [['name' => 'Odd', 'probability' => 1, 'figures' => ['luck' => 1]]],
                    [['name' => '', 'probability' => 1]],
                ] as $wrong
            ) {
                $this->postJson("{$path}/cases", ['cases' => $wrong])->assertUnprocessable();
            }
        }
        $this->postJson('/api/v1/companies/FNSB/values/driver_cash_flow/cases', [
            'cases' => [['name' => 'A', 'probability' => 1]],
        ])->assertUnprocessable();
    }

    public function test_margins_and_no_weights_are_the_readers_own(): void
    {
        $told = $this->postJson('/api/v1/companies/BRSW/values', ['margins' => [0.4, 0.1, 0.4]])
            ->assertOk()
            ->json();
        $this->assertSame([0.1, 0.4], array_column($told['buy_below'], 'margin'));
        $this->assertEqualsWithDelta(0.6 * $told['centre'], $told['buy_below'][1]['price'], 1e-9);
        $this->assertSame($this->summary('BRSW')['centre'], $told['centre'], 'weights stay the usual ones');
        $weights = array_fill_keys(array_column($told['methods'], 'key'), 0);
        $none = $this->postJson('/api/v1/companies/BRSW/values', ['weights' => $weights])
            ->assertOk()
            ->json();
        $this->assertSame([0, null, null], [$none['used'], $none['centre'], $none['buy_below'][0]['price']]);
        foreach ([['margins' => [1]], ['margins' => [-0.1]], ['margins' => ['much']], ['weights' => ['luck' => 1]]] as $wrong) {
            $this->postJson('/api/v1/companies/BRSW/values', $wrong)->assertUnprocessable();
        }
    }

    /** Odd figures and rules in every method, forced or not: a value in order, or a refusal in words; the workbook agrees. */
    #[DataProvider('companies')]
    public function test_whatever_is_assumed_ends_in_a_value_or_in_words(string $ticker): void
    {
        $subject = $this->subject($ticker);
        mt_srand(crc32($ticker));
        $pick = static fn (array $of): mixed => $of[array_rand($of)];
        $odd = [0.0, -1.0, 1.0, -0.99, 1e-12, 0.5, 10.0, -10.0, 1e12, -1e12, 3.0, 0.02];
        $told = 0;
        foreach (ValueMethods::all() as $key => $method) {
            try {
                $inputs = $method->inputs($subject);
            } catch (LogionException) {
                continue;
            }
            $names = array_map(static fn (MethodInput $of): string => $of->name, $inputs);
            $yearly = array_values(
                array_intersect($names, array_column(array_filter($inputs, static fn ($of): bool => $of->years !== null), 'name')),
            );
            for ($try = 0; $try < 4; $try++) {
                $figures = $try === 0 ? [] : [$pick($names) => $pick($odd), $pick($names) => $pick($odd)];
                $rules =
                    $yearly === [] || $try < 2
                        ? []
                        : [
                            $pick($yearly) => $pick([
                                ['rule' => 'own', 'values' => [-0.9, 2, 0.1]],
                                ['rule' => 'fade', 'from' => -1, 'to' => 1],
                                ['rule' => 'step', 'from' => 0.2, 'step' => -0.2],
                                ['rule' => 'historical_median', 'exclude' => [2021, 2022]],
                                ['rule' => 'consensus'],
                                ['rule' => 'tied', 'along' => $pick($yearly), 'times' => -5],
                            ]),
                        ];
                $where = "{$key} ".json_encode([$figures, $rules]);
                try {
                    $sheet = ValueSheet::of($method, $subject, $figures, $rules, true);
                    $worth = $sheet->worth();
                } catch (LogionException $refusal) {
                    $this->assertNotSame('', $refusal->getMessage());

                    continue;
                }
                $told++;
                if ($worth->low !== null && $worth->high !== null) {
                    $this->assertLessThanOrEqual($worth->high, $worth->low, $where);
                }
                // To write a workbook takes long; half of them are.
                if ($try % 2 === 1) {
                    continue;
                }
                $book = MethodWorkbook::of($sheet, $method, $subject, 'X');
                $row = 4 + (int) array_search(LiveSheet::CENTRE, array_keys($method->live($sheet->inYears(), $subject)->rows), true);
                $counted = $book
                    ->getSheetByName(MethodWorkbook::METHOD)
                    ?->getCell("B{$row}")
                    ->getCalculatedValue();
                $book->disconnectWorksheets();
                $worth->centre === null
                    ? $this->assertFalse(is_numeric($counted), $where)
                    : $this->assertEqualsWithDelta($worth->centre, $counted, 1e-7 * max(1.0, abs($worth->centre)), $where);
            }
        }
        $this->assertGreaterThan(20, $told);
    }

    public function test_a_method_is_handed_on_as_a_workbook(): void
    {
        foreach (['xlsx' => 'PK', 'ods' => 'PK'] as $format => $begins) {
            $answer = $this->postJson('/api/v1/companies/BRSW/values/dividends/workbook', [
                'format' => $format,
                'figures' => ['growth' => 0.03],
            ]);
            $this->assertStringStartsWith($begins, $answer->assertOk()->streamedContent());
            $this->assertStringContainsString("BRSW dividends.{$format}", (string) $answer->headers->get('Content-Disposition'));
        }
        $this->postJson('/api/v1/companies/BRSW/values/dividends/workbook', ['format' => 'pdf'])->assertUnprocessable();
        $this->postJson('/api/v1/companies/FNSB/values/cash_flow_to_firm/workbook', ['format' => 'ods'])->assertUnprocessable();
    }

    public function test_the_whole_universe_is_valued_by_one_method_as_a_column_and_a_criterion(): void
    {
        $formula = "value_to_price('earnings_path')";
        $this->postJson('/api/v1/refreshes', ['formula' => $formula])->assertStatus(202);
        $screen = $this->postJson('/api/v1/screens/run', ['screen' => ['criteria' => ["{$formula} > 0.2"], 'columns' => [$formula]]]);
        $rows = $screen->assertOk()->json('rows');
        $this->assertGreaterThan(5, count($rows));
        foreach (array_slice($rows, 0, 6) as $row) {
            $told = $this->postJson("/api/v1/companies/{$row['ticker']}/values/earnings_path")
                ->assertOk()
                ->json();
            $this->assertEqualsWithDelta($told['centre'] / $told['price'], $row['values'][$formula], 1e-9, $row['ticker']);
        }
        foreach (["value_to_price('luck')", 'value_to_price(revenue)', "value_to_price('dividends', 1)"] as $wrong) {
            $this->postJson('/api/v1/screens/run', ['screen' => ['criteria' => ["{$wrong} > 1"]]])->assertUnprocessable();
        }
        $this->postJson('/api/v1/refreshes', ['formula' => "ago({$formula}, 1)"])->assertStatus(202);
        $past = $this->postJson('/api/v1/screens/run', ['screen' => ['criteria' => ["ago({$formula}, 1) > 0"]]])->assertOk();
        $this->assertSame(0, $past->json('total'), 'a value has no past');
        foreach (Parameter::METHODS as $method) {
            $this->assertSame($method, ValueMethods::get($method)->key());
        }
    }

    private function subject(string $ticker): ValueSubject
    {
        $context = $this->app->make(EvaluationContexts::class)->of($this->user);

        return $this->app->make(ValueSubjects::class)->open($ticker, $context);
    }

    /** @return array<string, mixed> */
    private function summary(string $ticker, string $query = ''): array
    {
        return $this->getJson("/api/v1/companies/{$ticker}/values{$query}")
            ->assertOk()
            ->json();
    }
}
