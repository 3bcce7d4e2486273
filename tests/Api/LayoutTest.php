<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** The first reading arranged by its reader. */
final class LayoutTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_without_a_layout_it_is_arranged_as_it_comes(): void
    {
        $company = $this->getJson('/api/v1/companies/BRSW')->assertOk()->json();
        $this->assertNull($company['layout']);
        $this->assertSame(['price', 'business', 'expected', 'valuation'], $company['arrangement']['pictures']);
        $this->assertSame(
            array_column($company['sections'], 'title'),
            array_column($company['arrangement']['sections'], 'title'),
        );
        $this->assertNotContains('combined_ratio', array_merge(...array_column($company['arrangement']['sections'], 'keys')));
    }

    public function test_a_layout_is_used_for_the_next_company_of_its_kind_and_no_other(): void
    {
        $own = $this->keep(['is_default' => true]);
        foreach (['BRSW', 'GRME'] as $ticker) {
            $company = $this->getJson("/api/v1/companies/{$ticker}")->json();
            $this->assertSame($own['id'], $company['layout']['id']);
            $this->assertSame(['Cash first', 'Then debt'], array_column($company['sections'], 'title'));
            $this->assertSame(['free_cash_flow_yield', 'cash_conversion'], array_column($company['sections'][0]['figures'], 'key'));
            $this->assertSame(['revenue', 'operating_margin'], array_column($company['history']['rows'], 'key'));
            $this->assertSame(['price'], $company['arrangement']['pictures']);
        }
        $this->assertNull($this->getJson('/api/v1/companies/BRSW?layout=ready')->json('layout'));
        $bank = (string) DB::table('companies')
            ->join('securities', 'securities.company_id', '=', 'companies.id')
            ->join('listings', 'listings.security_id', '=', 'securities.id')
            ->where('template', 'bank')
            ->value('ticker');
        $this->assertNull($this->getJson("/api/v1/companies/{$bank}")->json('layout'));
        $this->getJson("/api/v1/companies/{$bank}?layout={$own['id']}")->assertStatus(404);
        $this->actingAs($this->someone('Other'));
        $this->assertNull($this->getJson('/api/v1/companies/BRSW')->json('layout'));
        $this->getJson("/api/v1/companies/BRSW?layout={$own['id']}")->assertStatus(404);
    }

    public function test_one_of_several_is_the_default_and_a_name_is_there_once(): void
    {
        $first = $this->keep(['is_default' => true]);
        $second = $this->keep(['name' => 'Another', 'is_default' => true]);
        $this->assertSame(
            [$second['id'] => true, $first['id'] => false],
            array_column($this->getJson('/api/v1/layouts')->json(), 'is_default', 'id'),
        );
        $again = $this->keep(['pictures' => []]);
        $this->assertSame($first['id'], $again['id']);
        $this->assertSame([], $this->getJson("/api/v1/companies/BRSW?layout={$first['id']}")->json('arrangement.pictures'));
        $this->putJson("/api/v1/layouts/{$first['id']}", [...$this->wanted(), 'name' => 'Renamed', 'is_default' => true])->assertOk();
        $this->assertSame('Renamed', $this->getJson('/api/v1/companies/BRSW')->json('layout.name'));
        $this->deleteJson("/api/v1/layouts/{$first['id']}")->assertNoContent();
        $this->assertNull($this->getJson('/api/v1/companies/BRSW')->json('layout'));
    }

    public function test_a_metric_that_was_deleted_says_so_in_its_place(): void
    {
        $own = $this->postJson('/api/v1/own-metrics', [
            'key' => 'my_cash',
            'label' => 'My cash',
            'kind' => 'formula',
            'definition' => 'cash_and_equivalents / revenue',
            'unit' => 'percent',
            'better' => 'higher',
        ])->assertCreated()->json();
        $layout = $this->keep([
            'sections' => [['title' => 'Mine', 'keys' => ['my_cash', 'net_margin']]],
            'ten_years' => ['my_cash', 'revenue'],
        ]);
        $there = $this->getJson("/api/v1/companies/BRSW?layout={$layout['id']}")->json();
        $mine = $there['sections'][0]['figures'][0];
        $this->assertSame(['My cash', 'value'], [$mine['label'], $mine['figure']['state']]);
        $this->deleteJson("/api/v1/own-metrics/{$own['id']}")->assertNoContent();
        $gone = $this->getJson("/api/v1/companies/BRSW?layout={$layout['id']}")->assertOk()->json();
        $this->assertSame(['my_cash', 'net_margin'], array_column($gone['sections'][0]['figures'], 'key'));
        $this->assertSame('missing', $gone['sections'][0]['figures'][0]['figure']['state']);
        $this->assertStringContainsString('my_cash', $gone['sections'][0]['figures'][0]['figure']['reason']);
        $this->assertSame(['revenue'], array_column($gone['history']['rows'], 'key'));
    }

    public function test_what_is_no_arrangement_is_refused(): void
    {
        foreach (
            [
                ['name' => ''],
                ['template' => 'circus'],
                ['pictures' => ['mood']],
                ['sections' => [['title' => '', 'keys' => []]]],
                ['sections' => [['title' => 'x', 'keys' => ['net margin; drop']]]],
                ['sections' => array_fill(0, 13, ['title' => 'x', 'keys' => []])],
                ['ten_years' => 'all'],
            ] as $wrong
        ) {
            $this->postJson('/api/v1/layouts', [...$this->wanted(), ...$wrong])->assertStatus(422);
        }
        $this->getJson('/api/v1/companies/BRSW?layout=mine')->assertStatus(422);
    }

    /** @return array<string, mixed> */
    private function wanted(): array
    {
        return [
            'name' => 'Cash',
            'template' => 'industrial',
            'pictures' => ['price'],
            'sections' => [
                ['title' => 'Cash first', 'keys' => ['free_cash_flow_yield', 'cash_conversion']],
                ['title' => 'Then debt', 'keys' => ['net_debt_to_ebitda']],
            ],
            'ten_years' => ['revenue', 'operating_margin'],
        ];
    }

    /**
     * @param  array<string, mixed>  $but
     * @return array<string, mixed>
     */
    private function keep(array $but): array
    {
        return $this->postJson('/api/v1/layouts', [...$this->wanted(), ...$but])->assertCreated()->json();
    }
}
