<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Models\PastTransaction;
use App\Models\Role;
use App\Models\TransactionChoice;
use Illuminate\Support\Facades\DB;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;
use Tests\DemoTestCase;

/** What was paid for companies that changed hands, and what that says of another. */
final class TransactionsTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_the_demo_has_some_of_every_kind(): void
    {
        $told = $this->told();
        $this->assertGreaterThan(24, $told['known']);
        $this->assertCount($told['known'], $told['transactions']);
        $all = collect($told['transactions']);
        $this->assertGreaterThan(5, $all->pluck('industry')->unique()->count());
        $this->assertGreaterThan(0, $all->where('ebitda', '<', 0)->count(), 'some lose money');
        $this->assertGreaterThan(0, $all->where('stake', '<', 1)->count());
        $this->assertEqualsCanonicalizing(['company', 'fund', 'managers'], $all->pluck('buyer')->unique()->values()->all());
        $days = $all->pluck('announced_on')->all();
        $sorted = $days;
        rsort($sorted);
        $this->assertSame($sorted, $days, 'the latest first');
    }

    public function test_the_whole_is_told_whatever_part_was_bought_and_losses_have_no_multiple(): void
    {
        foreach ($this->told()['transactions'] as $of) {
            $this->assertEqualsWithDelta($of['price'] / $of['stake'], $of['equity_value'], 1e-6);
            $this->assertEqualsWithDelta($of['equity_value'] + $of['net_debt'], $of['enterprise_value'], 1e-6);
            foreach (['ev_to_sales' => 'revenue', 'ev_to_ebitda' => 'ebitda', 'ev_to_ebit' => 'ebit'] as $multiple => $figure) {
                $of[$figure] > 0
                    ? $this->assertEqualsWithDelta($of['enterprise_value'] / $of[$figure], $of['multiples'][$multiple], 1e-9)
                    : $this->assertNull($of['multiples'][$multiple]);
            }
            if ($of['net_income'] === null) {
                $this->assertNull($of['multiples']['price_to_earnings']);
            }
        }
    }

    public function test_statistics_are_of_those_that_count_and_lead_to_values_a_share(): void
    {
        $before = $this->told();
        $this->checkStatistics($before);
        [$first, $second] = $before['transactions'];
        foreach ([$first, $second] as $of) {
            $this->putJson("/api/v1/companies/BRSW/transactions/{$of['id']}", [
                'in' => false,
                'reason' => ' too small ',
            ])->assertNoContent();
        }
        $after = $this->told();
        $this->assertSame($before['counted'] - 2, $after['counted']);
        $this->assertSame([false, 'too small'], [$after['transactions'][0]['in'], $after['transactions'][0]['reason']]);
        $this->checkStatistics($after);
        $this->putJson("/api/v1/companies/BRSW/transactions/{$first['id']}", ['in' => true])->assertNoContent();
        $this->assertTrue($this->told()['transactions'][0]['in']);
        $this->assertSame(2, TransactionChoice::query()->count());
        $this->assertSame(
            $before['counted'],
            $this->getJson('/api/v1/companies/ORTN/transactions')->json('counted'),
            'of this company alone',
        );
        $this->actingAs($this->someone('Ben'));
        $this->assertSame($before, $this->told());
    }

    public function test_filters_take_what_they_say(): void
    {
        $all = collect($this->told()['transactions']);
        $industry = $all[0]['industry'];
        $this->assertSame(
            [$industry],
            collect($this->told("?industry={$industry}")['transactions'])
                ->pluck('industry')
                ->unique()
                ->values()
                ->all(),
        );
        $this->assertCount(
            $all->where('industry', '>=', '10')->where('industry', '<=', '33')->count(),
            $this->told('?industry=C')['transactions'],
        );
        $this->assertCount($all->where('buyer', 'fund')->count(), $this->told('?buyer=fund')['transactions']);
        $this->assertCount($all->where('announced_on', '>=', '2020-01-01')->count(), $this->told('?from=2020-01-01')['transactions']);
        $this->assertCount($all->where('announced_on', '<=', '2020-01-01')->count(), $this->told('?until=2020-01-01')['transactions']);
        $this->assertCount($all->where('enterprise_value', '>=', 5e8)->count(), $this->told('?least=5e8')['transactions']);
        $this->assertCount($all->where('enterprise_value', '<=', 5e8)->count(), $this->told('?most=5e8')['transactions']);
        $none = $this->told('?from=2026-06-30');
        $this->assertSame([0, null], [$none['counted'], $none['blended']]);
        $this->assertNull($none['statistics']['ev_to_sales']['median']);
        $this->getJson('/api/v1/companies/BRSW/transactions?from=yesterday')->assertUnprocessable();
        $this->getJson('/api/v1/companies/BRSW/transactions?buyer=king')->assertUnprocessable();
    }

    public function test_a_link_says_which_do_not_count_and_keeps_nothing(): void
    {
        [$first, $second] = $this->told()['transactions'];
        $this->putJson("/api/v1/companies/BRSW/transactions/{$first['id']}", ['in' => false])->assertNoContent();
        $linked = $this->told("?left={$second['id']}");
        $this->assertSame([true, false], array_column(array_slice($linked['transactions'], 0, 2), 'in'));
        $this->checkStatistics($linked);
        $all = $this->told('?left=0');
        $this->assertSame($all['known'], $all['counted']);
        $this->assertSame([false, true], array_column(array_slice($this->told()['transactions'], 0, 2), 'in'));
        foreach (['x', '1,', '-1', '1;2'] as $odd) {
            $this->getJson('/api/v1/companies/BRSW/transactions?left='.urlencode($odd))->assertUnprocessable();
        }
    }

    public function test_nothing_announced_later_than_the_day_is_known(): void
    {
        foreach ($this->getJson('/api/v1/companies/BRSW/transactions?as_of=2019-03-29')->assertOk()->json('transactions') as $of) {
            $this->assertLessThanOrEqual('2019-03-29', $of['announced_on']);
        }
    }

    public function test_a_loss_leaves_the_multiple_out_and_sales_remain(): void
    {
        $losing = null;
        foreach (
            DB::table('listings as l')
                ->join('securities as s', 's.id', '=', 'l.security_id')
                ->join('companies as c', 'c.id', '=', 's.company_id')
                ->where('c.template', 'industrial')
                ->where('s.main', true)
                ->whereNull('l.to_day')
                ->whereRaw('(select count(*) from listings as other where other.ticker = l.ticker) = 1')
                ->orderBy('l.ticker')
                ->pluck('l.ticker') as $ticker
        ) {
            $told = $this->getJson("/api/v1/companies/{$ticker}/transactions")
                ->assertOk()
                ->json();
            if (($told['figures']['ev_to_ebitda'] ?? 0) < 0) {
                $losing = $told;
                break;
            }
        }
        $this->assertNotNull($losing);
        $this->assertNull($losing['values']['ev_to_ebitda']['centre']);
        $this->assertNotNull($losing['values']['ev_to_sales']['centre']);
    }

    public function test_editors_enter_change_and_delete_and_the_log_takes_it_back(): void
    {
        $known = $this->told()['known'];
        $row = [
            'announced_on' => '2025-11-03',
            'target' => 'Ashkeel Ropewalk',
            'acquirer' => 'Osk Point Chandlers',
            'buyer' => 'company',
            'industry' => '13',
            'currency' => 'XCR',
            'price' => 6e7,
            'stake' => 0.6,
            'net_debt' => 2e7,
            'revenue' => 1.2e8,
            'ebitda' => null,
            'premium' => 0.25,
        ];
        $id = $this->postJson('/api/v1/past-transactions', $row)->assertCreated()->json('id');
        $of = collect($this->told()['transactions'])->firstWhere('id', $id);
        $this->assertEqualsWithDelta(
            [1e8, 1.2e8, 1.0],
            [$of['equity_value'], $of['enterprise_value'], $of['multiples']['ev_to_sales']],
            1e-6,
        );
        $this->assertNull($of['multiples']['ev_to_ebitda']);
        $this->putJson("/api/v1/past-transactions/{$id}", [...$row, 'ebitda' => 2e7])->assertOk();
        $this->assertEqualsWithDelta(6.0, collect($this->told()['transactions'])->firstWhere('id', $id)['multiples']['ev_to_ebitda'], 1e-9);
        $this->deleteJson("/api/v1/past-transactions/{$id}")->assertNoContent();
        $this->assertSame($known, $this->told()['known']);
        $change = DB::table('changes')->orderByDesc('id')->value('id');
        $this->deleteJson("/api/v1/changes/{$change}")->assertOk();
        $this->assertSame($known + 1, $this->told()['known']);
        $this->actingAs($this->someone('Rita', Role::Reader));
        $this->postJson('/api/v1/past-transactions', $row)->assertForbidden();
        $this->deleteJson("/api/v1/past-transactions/{$id}")->assertForbidden();
        $this->putJson("/api/v1/companies/BRSW/transactions/{$id}", ['in' => false])->assertNoContent();
    }

    public function test_what_cannot_be_is_refused_where_it_stands(): void
    {
        $row = [
            'announced_on' => '2025-11-03',
            'target' => 'Ashkeel Ropewalk',
            'acquirer' => 'Osk Point Chandlers',
            'buyer' => 'company',
            'industry' => '13',
            'currency' => 'XCR',
            'price' => 6e7,
            'stake' => 0.6,
        ];
        $wrong = [
            'announced_on' => '2026-07-01',
            'stake' => 1.2,
            'price' => 0,
            'revenue' => -1,
            'premium' => -1,
            'industry' => '04',
            'currency' => 'crowns',
            'buyer' => 'king',
            'payment' => 'promises',
        ];
        foreach ($wrong as $field => $value) {
            $errors = $this->postJson('/api/v1/past-transactions', [...$row, $field => $value])
                ->assertUnprocessable()
                ->json('errors');
            $this->assertSame([$field], array_keys($errors), $field);
            $this->assertStringEndsWith('.', $errors[$field][0]);
        }
        $this->postJson('/api/v1/past-transactions', [...$row, 'announced_on' => '2025-02-30'])->assertUnprocessable();
        $this->postJson('/api/v1/past-transactions', array_diff_key($row, ['target' => 0]))->assertUnprocessable();
        $this->putJson('/api/v1/companies/BRSW/transactions/999999', ['in' => false])->assertNotFound();
        $id = PastTransaction::query()->value('id');
        $this->putJson("/api/v1/companies/BRSW/transactions/{$id}", ['reason' => 'x'])->assertUnprocessable();
    }

    /** @param  array<string, mixed>  $told */
    private function checkStatistics(array $told): void
    {
        $blended = [];
        foreach (['ev_to_sales', 'ev_to_ebitda', 'ev_to_ebit', 'price_to_earnings'] as $multiple) {
            $known = [];
            foreach ($told['transactions'] as $of) {
                if ($of['in'] && $of['multiples'][$multiple] !== null) {
                    $known[] = $of['multiples'][$multiple];
                }
            }
            $this->assertSame(count($known), $told['statistics'][$multiple]['count']);
            $this->assertEqualsWithDelta(Descriptive::median($known), $told['statistics'][$multiple]['median'], 1e-9);
            $this->assertEqualsWithDelta(Quantile::ofSample($known, 0.25), $told['statistics'][$multiple]['lower_quartile'], 1e-9);
            $figure = $told['figures'][$multiple];
            if ($figure > 0) {
                $shares = $this->getJson('/api/v1/companies/BRSW/peer-value')->json('shares');
                $equity =
                    $multiple === 'price_to_earnings'
                        ? $told['statistics'][$multiple]['median'] * $figure
                        : $told['statistics'][$multiple]['median'] * $figure + $told['net'];
                $this->assertEqualsWithDelta($equity / $shares, $told['values'][$multiple]['centre'], 1e-6);
                $blended[] = $told['values'][$multiple]['centre'];
            }
        }
        $this->assertEqualsWithDelta(Descriptive::mean($blended), $told['blended'], 1e-9);
    }

    /** @return array<string, mixed> */
    private function told(string $query = ''): array
    {
        return $this->getJson("/api/v1/companies/BRSW/transactions{$query}")
            ->assertOk()
            ->json();
    }
}
