<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Http\RequestContexts;
use App\Models\User;
use App\Storage\StatementFindings;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Corrections, one-offs, findings and the views of statements through the API, and what they change elsewhere. */
final class AccountsTest extends DemoTestCase
{
    private User $user;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->user = $this->someone());
    }

    public function test_a_correction_counts_everywhere_until_it_is_withdrawn_and_for_its_maker_only(): void
    {
        $before = $this->metric('BRSW', 'net_margin');
        $screen = [
            'criteria' => ['net_margin > -10'],
            'columns' => ['net_margin', 'mean_of(net_margin, 3)'],
            'universe' => ['companies' => [1]],
        ];
        $this->postJson('/api/v1/refreshes', ['formula' => 'mean_of(net_margin, 3)'])->assertStatus(202);
        $inScreen = fn (): array => $this->postJson('/api/v1/screens/run', ['screen' => $screen])
            ->assertOk()
            ->json('rows.0.values');
        $plain = $inScreen();
        $revenue = (float) DB::table('facts')->where('company_id', 1)->where('line', 'revenue')->where('period', 20250)->value('value');
        $batch = $this->postJson('/api/v1/companies/BRSW/corrections', [
            'figures' => [['line' => 'revenue', 'period' => 20250, 'value' => 2 * $revenue]],
            'note' => 'misprint',
            'source' => 'p. 12',
        ])
            ->assertCreated()
            ->json('batch');
        $this->assertEqualsWithDelta($before / 2, $this->metric('BRSW', 'net_margin', 2025), 1e-12);
        $working = $this->getJson('/api/v1/companies/BRSW/working?line=revenue&period=20250')->assertOk();
        $this->assertSame('correction', $working->json('working.source.kind'));
        $this->assertStringContainsString('misprint (p. 12)', $working->json('working.source.text'));
        $this->assertContains('corrected', $this->row('BRSW', 'income', 'revenue')['marks']);
        $corrected = $inScreen();
        $this->assertNotSame($plain['mean_of(net_margin, 3)'], $corrected['mean_of(net_margin, 3)'], 'criteria over history see it');
        $this->assertSame(
            ['filed', 'in force'],
            array_column($this->getJson('/api/v1/companies/BRSW/figure-history?line=revenue&period=20250')->assertOk()->json(), 'state'),
        );
        // It is not known before the filing it corrects.
        $this->assertNull(
            $this->getJson('/api/v1/companies/BRSW/working?line=revenue&period=20250&as_of=2026-01-31')->json('working.value'),
        );
        $this->actingAs($this->someone('Bea'));
        $this->assertSame($before, $this->metric('BRSW', 'net_margin', 2025));
        $this->assertEquals($plain, $inScreen());
        $this->deleteJson("/api/v1/corrections/{$batch}")->assertNotFound();
        $this->actingAs($this->user);
        $this->assertSame(
            1,
            $this->deleteJson("/api/v1/corrections/{$batch}")
                ->assertOk()
                ->json('withdrawn'),
        );
        $this->assertSame($before, $this->metric('BRSW', 'net_margin', 2025));
        $this->assertEquals($plain, $inScreen());
        $this->postJson("/api/v1/corrections/{$batch}/restore")->assertOk();
        $this->assertEqualsWithDelta($before / 2, $this->metric('BRSW', 'net_margin', 2025), 1e-12);
        $this->assertCount(1, $this->getJson('/api/v1/corrections')->assertOk()->json('data'));
    }

    public function test_a_later_correction_takes_the_place_of_the_one_before(): void
    {
        $correct = fn (?float $value): string => $this->postJson('/api/v1/companies/BRSW/corrections', [
            'figures' => [['line' => 'inventories', 'period' => 20240, 'value' => $value]],
            'note' => 'n',
        ])
            ->assertCreated()
            ->json('batch');
        $correct(5e6);
        $second = $correct(null);
        $value = fn (): mixed => $this->getJson('/api/v1/companies/BRSW/working?line=inventories&period=20240')->json('working.value');
        $this->assertNull($value(), 'struck out');
        $this->deleteJson("/api/v1/corrections/{$second}")->assertOk();
        $this->assertNotNull($value());
        $this->assertSame(
            ['filed', 'withdrawn', 'withdrawn'],
            array_column($this->getJson('/api/v1/companies/BRSW/figure-history?line=inventories&period=20240')->json(), 'state'),
        );
    }

    public function test_a_whole_statement_can_be_entered_for_a_year_nobody_filed(): void
    {
        $sheet = $this->getJson('/api/v1/companies/NSMS/entry-sheet?statement=income&periods=20190,20180')->assertOk()->json();
        $this->assertSame([null, true], [$sheet['filed'][0], $sheet['filed'][1] !== null]);
        $gross = array_values(array_filter($sheet['lines'], static fn (array $l): bool => $l['key'] === 'gross_profit'))[0];
        $this->assertSame([['sign' => 1, 'line' => 'revenue'], ['sign' => -1, 'line' => 'cost_of_revenue']], $gross['rules'][0]);
        $figures = [
            ['line' => 'revenue', 'period' => 20190, 'value' => 900e6],
            ['line' => 'cost_of_revenue', 'period' => 20190, 'value' => 600e6],
        ];
        $this->postJson('/api/v1/companies/NSMS/corrections', ['figures' => $figures, 'note' => 'paper report'])
            ->assertStatus(422)
            ->assertJsonFragment(['detail' => 'Nothing was filed for FY 2019 yet: say from which day the figures are public.']);
        $this->postJson('/api/v1/companies/NSMS/corrections', [
            'figures' => $figures,
            'note' => 'paper report',
            'public_on' => '2019-06-01',
        ])->assertStatus(422);
        $this->postJson('/api/v1/companies/NSMS/corrections', [
            'figures' => $figures,
            'note' => 'paper report',
            'public_on' => '2020-03-10',
        ])->assertCreated();
        $row = $this->row('NSMS', 'income', 'gross_profit');
        $this->assertContains(
            'FY 2019',
            array_column($this->getJson('/api/v1/companies/NSMS/statements?most=20')->json('periods'), 'label'),
        );
        $this->assertContains(
            300e6,
            array_map(static fn (array $f): ?float => $f['value'] === null ? null : (float) $f['value'], $row['figures']),
            'the total follows',
        );
        foreach (
            [
                ['line' => 'deposits', 'period' => 20190, 'value' => 1],
                ['line' => 'nonsense', 'period' => 20190, 'value' => 1],
                ['line' => 'revenue', 'period' => 20199, 'value' => 1],
                ['line' => 'revenue', 'period' => 5, 'value' => 1],
            ] as $bad
        ) {
            $this->postJson('/api/v1/companies/NSMS/corrections', [
                'figures' => [$bad],
                'note' => 'x',
                'public_on' => '2020-03-10',
            ])->assertStatus(422);
        }
        $this->postJson('/api/v1/companies/NSMS/corrections', [
            'figures' => [['line' => 'revenue', 'period' => 20190, 'value' => 'many']],
            'note' => 'x',
        ])->assertStatus(422);
    }

    public function test_a_break_becomes_a_one_off_and_adjusted_figures_follow_where_they_are_wanted(): void
    {
        $breaks = $this->getJson('/api/v1/companies/TVRM/breaks')->assertOk()->json('breaks');
        $tax = array_values(array_filter($breaks, static fn (array $b): bool => $b['key'] === 'tax_rate:income_tax:20230'))[0];
        $this->assertSame(['open', false], [$tax['state'], $tax['before_tax']]);
        $this->assertMatchesRegularExpression('/^Q[1-4] 2023$/', $tax['mark_in_label'], 'the quarter it fell into');
        $reported = $this->row('TVRM', 'income', 'net_income', 'restated');
        $id = $this->postJson('/api/v1/companies/TVRM/one-offs', [
            'line' => $tax['line'],
            'period' => $tax['mark_in'],
            'amount' => $tax['amount'],
            'before_tax' => false,
            'note' => 'Old tax case',
            'break_key' => $tax['key'],
        ])
            ->assertCreated()
            ->json('id');
        $adjusted = $this->row('TVRM', 'income', 'net_income', 'adjusted');
        $at = array_search('adjusted', $adjusted['marks'], true);
        $this->assertIsInt($at);
        $this->assertEqualsWithDelta($reported['figures'][$at]['value'] + $tax['amount'], $adjusted['figures'][$at]['value'], 0.01);
        $this->assertSame($reported['figures'], $this->row('TVRM', 'income', 'net_income', 'restated')['figures']);
        // Metrics and screens follow the header, and the working shows the adjustment.
        $margin = $this->metric('TVRM', 'net_margin', 2023);
        $this->withHeader(RequestContexts::HEADER, 'adjusted');
        $this->assertGreaterThan($margin, $this->metric('TVRM', 'net_margin', 2023));
        $this->assertStringContainsString(
            'Old tax case',
            (string) $this->getJson('/api/v1/companies/TVRM/working?metric=net_margin&year=2023')->getContent(),
        );
        $screen = fn (): float => (float) $this->postJson('/api/v1/screens/run', [
            'screen' => [
                'criteria' => ['market_cap > 0'],
                'columns' => ['dupont_tax_burden', 'return_on_equity', 'ago(net_margin, 2)'],
                'universe' => ['companies' => [$this->companyId('TVRM')]],
            ],
        ])
            ->assertOk()
            ->json('rows.0.values')['ago(net_margin, 2)'];
        $this->postJson('/api/v1/refreshes', ['formula' => 'ago(net_margin, 2)'])->assertStatus(202);
        $inAdjusted = $screen();
        $this->withHeader(RequestContexts::HEADER, 'reported');
        $this->assertGreaterThan($screen() + 0.05, $inAdjusted);
        $this->assertSame(
            'accepted',
            array_values(
                array_filter(
                    $this->getJson('/api/v1/companies/TVRM/breaks')->json('breaks'),
                    static fn (array $b): bool => $b['key'] === $tax['key'],
                ),
            )[0]['state'],
        );
        $this->putJson("/api/v1/one-offs/{$id}", ['amount' => 1000, 'note' => 'less'])
            ->assertOk()
            ->assertJsonPath('amount', 1000);
        $this->actingAs($this->someone('Bea'));
        $this->deleteJson("/api/v1/one-offs/{$id}")->assertNotFound();
        $this->assertSame([], $this->getJson('/api/v1/companies/TVRM/breaks')->json('one_offs'));
        $this->actingAs($this->user);
        $this->deleteJson("/api/v1/one-offs/{$id}")->assertNoContent();
        $this->assertSame($margin, $this->metric('TVRM', 'net_margin', 2023));
    }

    public function test_a_one_off_belongs_on_an_amount_of_the_income_statement_and_a_break_can_be_dismissed(): void
    {
        foreach (
            [
                ['line' => 'total_assets', 'period' => 20230, 'amount' => 5, 'before_tax' => true],
                ['line' => 'nonsense', 'period' => 20230, 'amount' => 5, 'before_tax' => true],
                ['line' => 'revenue', 'period' => 19500, 'amount' => 5, 'before_tax' => true],
                ['line' => 'revenue', 'period' => 20230, 'amount' => 0, 'before_tax' => true],
            ] as $bad
        ) {
            $this->postJson('/api/v1/companies/TVRM/one-offs', $bad)->assertStatus(422);
        }
        $id = $this->postJson('/api/v1/companies/TVRM/judgements', ['subject' => 'break:tax_rate:income_tax:20230', 'note' => 'known'])
            ->assertCreated()
            ->json('id');
        $state = fn (): string => array_values(
            array_filter(
                $this->getJson('/api/v1/companies/TVRM/breaks')->json('breaks'),
                static fn (array $b): bool => $b['key'] === 'tax_rate:income_tax:20230',
            ),
        )[0]['state'];
        $this->assertSame('dismissed', $state());
        $this->deleteJson("/api/v1/judgements/{$id}")->assertNoContent();
        $this->assertSame('open', $state());
        $this->postJson('/api/v1/companies/TVRM/judgements', ['subject' => 'else'])->assertStatus(422);
    }

    public function test_findings_are_sorted_by_weight_mended_in_one_step_and_undone(): void
    {
        $companies = DB::table('companies')->where('template', '<>', 'fund')->pluck('id')->map(intval(...));
        $this->app->make(StatementFindings::class)->check($companies->all());
        $found = $this->getJson('/api/v1/findings')->assertOk()->json();
        $weights = array_column($found['findings'], 'weight');
        $sorted = $weights;
        rsort($sorted);
        $this->assertSame($sorted, $weights);
        $this->assertSame(array_sum($found['checks']), $found['total']);
        $finding = array_values(
            array_filter(
                $found['findings'],
                static fn (array $f): bool => str_contains($f['remedies'][0]['label'] ?? '', 'Supply inventories'),
            ),
        )[0];
        $batch = $this->postJson("/api/v1/companies/{$finding['ticker']}/findings/mend", ['key' => $finding['key'], 'remedy' => 0])
            ->assertCreated()
            ->json('batch');
        $keys = fn (): array => array_column($this->getJson("/api/v1/findings?ticker={$finding['ticker']}")->json('findings'), 'key');
        $this->assertNotContains($finding['key'], $keys());
        $this->assertSame($found['total'] - 1, $this->getJson('/api/v1/findings')->json('total'));
        $this->postJson("/api/v1/companies/{$finding['ticker']}/findings/mend", ['key' => $finding['key'], 'remedy' => 0])->assertStatus(
            422,
        );
        $this->deleteJson("/api/v1/corrections/{$batch}")->assertOk();
        $this->assertContains($finding['key'], $keys());
        $id = $this->postJson("/api/v1/companies/{$finding['ticker']}/judgements", ['subject' => "finding:{$finding['key']}"])
            ->assertCreated()
            ->json('id');
        $this->assertNotContains($finding['key'], $keys());
        $this->assertSame([$finding['key']], array_column($this->getJson('/api/v1/findings?accepted=1')->json('findings'), 'key'));
        $this->deleteJson("/api/v1/judgements/{$id}")->assertNoContent();
        $this->assertContains($finding['key'], $keys());
        $this->assertSame([], $this->getJson('/api/v1/findings?ticker=BRSW')->json('findings'));
        $this->actingAs($this->someone('Bea'));
        $this->assertSame($found['total'], $this->getJson('/api/v1/findings')->json('total'));
    }

    public function test_another_kind_of_business_can_be_chosen_with_a_reason(): void
    {
        $this->putJson('/api/v1/companies/BRSW/template', ['template' => 'property'])->assertStatus(422);
        $this->putJson('/api/v1/companies/BRSW/template', ['template' => 'property', 'reason' => 'It lets its pans'])->assertOk();
        $this->getJson('/api/v1/companies/BRSW')->assertJsonPath('template', 'property')->assertJsonPath('template_chosen', true);
        $this->assertSame(
            'not_applicable',
            $this->getJson('/api/v1/companies/BRSW/metrics?keys=return_on_invested_capital')->json(
                'figures.return_on_invested_capital.state',
            ),
        );
        $this->assertSame(
            'not_applicable',
            $this->postJson('/api/v1/screens/run', [
                'screen' => [
                    'criteria' => ['market_cap > 0'],
                    'columns' => ['return_on_invested_capital'],
                    'universe' => ['companies' => [1]],
                ],
            ])->json('rows.0.states')['return_on_invested_capital'],
        );
        $this->putJson('/api/v1/companies/BRSW/template', ['template' => null])
            ->assertOk()
            ->assertJsonPath('template', 'industrial');
        $this->getJson('/api/v1/companies/BRSW')->assertJsonPath('template_chosen', false);
        $this->putJson('/api/v1/companies/FALLS/template', ['template' => 'bank', 'reason' => 'x'])->assertStatus(422);
    }

    public function test_versions_of_a_restated_company(): void
    {
        $revenue = fn (string $version): float => (float) $this->figureOf(
            $this->row('TLVY', 'income', 'revenue', $version),
            'FY 2023',
            'TLVY',
        );
        $this->assertGreaterThan($revenue('restated'), $revenue('first'));
        $this->assertContains('restated', $this->row('TLVY', 'income', 'revenue', 'restated')['marks']);
        $halves = $this->getJson('/api/v1/companies/BRSW/statements?basis=half_year&most=4')->assertOk()->json();
        $this->assertMatchesRegularExpression('/^H[12] 20\d\d$/', $halves['periods'][0]['label']);
        $this->getJson("/api/v1/companies/BRSW/working?line=revenue&period={$halves['periods'][0]['period']}&basis=half_year")
            ->assertOk()
            ->assertJsonPath('working.formula', 'sum of two quarters');
        $this->getJson('/api/v1/companies/BRSW/statements?view=sideways')->assertStatus(422);
    }

    public function test_bridges_segments_dividends_and_people_of_every_kind_of_business(): void
    {
        foreach (['BRSW', 'FNSB', 'HMAS', 'MWPR', 'YCFI', 'QSCW', 'FALLS'] as $ticker) {
            $bridges = $this->getJson("/api/v1/companies/{$ticker}/bridges")
                ->assertOk()
                ->json();
            foreach ($bridges['bridges'] as $bridge) {
                $steps = $bridge['steps'];
                $end = array_pop($steps);
                $this->assertEqualsWithDelta($end['amount'], array_sum(array_column($steps, 'amount')), 1.0, $ticker);
            }
            $this->getJson("/api/v1/companies/{$ticker}/breakdowns")->assertOk();
            $this->getJson("/api/v1/companies/{$ticker}/dividends")->assertOk();
            $this->getJson("/api/v1/companies/{$ticker}/people")->assertOk();
            $this->getJson("/api/v1/companies/{$ticker}/breaks")->assertOk();
        }
        $this->assertSame(12, $this->getJson('/api/v1/companies/MWPR/dividends')->json('frequency'));
        $this->assertContains(
            'funds_from_operations_payout',
            array_column($this->getJson('/api/v1/companies/MWPR/dividends')->json('endurance.falls'), 'key'),
        );
        $this->assertContains(2020, $this->getJson('/api/v1/companies/DMGR/dividends')->json('cuts'));
        $segments = $this->getJson('/api/v1/companies/GRME/breakdowns')->json();
        $this->assertSame(['Manufacturing', 'Licences'], array_column($segments[0]['tables'][0]['members'], 'name'));
        $this->assertSame([0], array_values(array_unique($segments[0]['tables'][0]['difference'])));
        // Later filings are not seen on an earlier day.
        $this->assertLessThan(
            count($segments[0]['periods']),
            count($this->getJson('/api/v1/companies/GRME/breakdowns?as_of=2022-06-30')->json('0.periods')),
        );
        $this->assertLessThan(
            count($this->getJson('/api/v1/companies/GRME/people')->json('trades')),
            count($this->getJson('/api/v1/companies/GRME/people?as_of=2024-12-31')->json('trades')),
        );
    }

    private function metric(string $ticker, string $key, ?int $year = null): float
    {
        return (float) $this->getJson(
            "/api/v1/companies/{$ticker}/working?metric={$key}".($year === null ? '&year=2025' : "&year={$year}"),
        )
            ->assertOk()
            ->json('working.value');
    }

    /** @return array<string, mixed> */
    private function row(string $ticker, string $statement, string $line, string $version = 'restated'): array
    {
        return array_values(
            array_filter(
                $this->getJson("/api/v1/companies/{$ticker}/statements?statement={$statement}&version={$version}&most=20")
                    ->assertOk()
                    ->json('rows'),
                static fn (array $row): bool => $row['key'] === $line,
            ),
        )[0];
    }

    /** @param  array<string, mixed>  $row */
    private function figureOf(array $row, string $period, string $ticker): mixed
    {
        $periods = array_column($this->getJson("/api/v1/companies/{$ticker}/statements?most=20")->json('periods'), 'label');

        return $row['figures'][array_search($period, $periods, true)]['value'];
    }
}
