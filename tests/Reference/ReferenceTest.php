<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Models\Change;
use App\Models\ColumnSet;
use App\Models\Company;
use App\Models\Exchange;
use App\Models\Note;
use App\Models\Role;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Exchanges, indices, rates and companies are made and changed by hand, listed with their author, and taken back. */
final class ReferenceTest extends DemoTestCase
{
    private User $editor;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->editor = $this->someone('Edith', Role::Editor));
    }

    /** @return array<string, string> sentence by what is missing */
    private function missing(): array
    {
        return array_column($this->getJson('/api/v1/reference')->assertOk()->json('missing'), 'sentence', 'key');
    }

    private function undoLast(): \Illuminate\Testing\TestResponse
    {
        return $this->deleteJson('/api/v1/changes/'.Change::query()->whereNull('undone_at')->max('id'));
    }

    /** @param  array<string, mixed>  $more */
    private function company(array $more = []): \Illuminate\Testing\TestResponse
    {
        return $this->postJson('/api/v1/companies', [
            'name' => 'Aldermoor Kilns',
            'exchange' => 'XQTH',
            'ticker' => 'ALDK',
            'template' => 'industrial',
            'reporting_currency' => 'XCR',
            'fiscal_year_end_month' => 6,
            ...$more,
        ]);
    }

    public function test_an_exchange_is_made_measured_by_its_first_index_and_not_removed_while_something_is_listed_on_it(): void
    {
        $made = ['code' => ' xqnw ', 'name' => 'Newmoor Exchange', 'country' => 'qa', 'currency' => 'xqa'];
        $id = $this->postJson('/api/v1/exchanges', $made)
            ->assertCreated()
            ->assertJsonPath('code', 'XQNW')
            ->json('id');
        $this->assertSame(
            'No index is set for Newmoor Exchange, so beta and what rests on it cannot be computed. Choose one.',
            $this->missing()['index:XQNW'],
        );
        $this->postJson('/api/v1/exchanges', ['code' => 'XQNW', 'name' => 'Another', 'country' => 'QA', 'currency' => 'XQA'])
            ->assertStatus(422)
            ->assertJsonPath('detail', 'There is already an exchange with the code "XQNW"');
        $index = $this->postJson('/api/v1/indices', ['exchange' => 'XQNW', 'ticker' => 'ixnw', 'name' => 'Newmoor index'])
            ->assertCreated()
            ->json('id');
        $this->assertArrayNotHasKey('index:XQNW', $this->missing());
        $this->assertSame($index, Exchange::query()->whereKey($id)->value('index_id'));
        $this->deleteJson("/api/v1/exchanges/{$id}")
            ->assertStatus(422)
            ->assertJsonPath('detail', '"Newmoor Exchange" stays, because something is built on it (listings: 1)');
        $this->deleteJson("/api/v1/indices/{$index}")->assertNoContent();
        $this->deleteJson("/api/v1/exchanges/{$id}")->assertNoContent();
        $this->assertSame(0, Exchange::query()->where('code', 'XQNW')->count());
        // All of it is undone, the latest first, and the exchange is there again without an index.
        $this->undoLast()->assertOk()->assertJsonPath('author', 'Edith')->assertJsonPath('what', 'Exchange XQNW removed');
        $this->assertSame($id, Exchange::query()->where('code', 'XQNW')->value('id'));
        $this->undoLast()->assertOk();
        $this->assertSame($index, Exchange::query()->whereKey($id)->value('index_id'));
    }

    public function test_which_index_measures_an_exchange_decides_beta(): void
    {
        $figures = fn (): array => $this->getJson('/api/v1/companies/BRSW/metrics?keys=beta_adjusted')->assertOk()->json('figures');
        $beta = static fn (): array => $figures()['beta_adjusted'];
        $before = $beta();
        $exchange = Exchange::query()->where('code', 'XQTH')->firstOrFail();
        $this->putJson("/api/v1/exchanges/{$exchange->id}", ['index_id' => null])->assertOk();
        $this->assertSame(0, ColumnSet::query()->count());
        $this->assertNull($beta()['value']);
        $all = (int) DB::table('listings')->where('ticker', 'ALLSH')->value('security_id');
        $this->putJson("/api/v1/exchanges/{$exchange->id}", ['index_id' => $all])->assertOk();
        $this->assertNotNull($beta()['value']);
        $this->assertNotSame($before['value'], $beta()['value']);
        $this->undoLast();
        $this->undoLast();
        $this->assertSame($before['value'], $beta()['value']);
        $share = (int) $this->listing('BRSW')->security_id;
        $this->putJson("/api/v1/exchanges/{$exchange->id}", ['index_id' => $share])->assertStatus(422);
    }

    public function test_a_rate_is_entered_point_by_point_and_what_cannot_be_one_is_refused(): void
    {
        $points = static fn (array $values): array => ['points' => array_map(
            static fn (string $day, ?float $value): array => ['day' => $day, 'value' => $value],
            array_keys($values),
            $values,
        )];
        $this->putJson('/api/v1/series/risk_free_rate', $points(['2026-06-15' => 0.09]))->assertOk();
        $rate = fn (): float => $this->getJson('/api/v1/companies/BRSW/working?metric=risk_free_rate')->json('working.value');
        $this->assertSame(0.09, $rate());
        $this->putJson('/api/v1/series/risk_free_rate', $points(['2026-06-15' => 0.08, '2026-06-20' => 0.07]))->assertOk();
        $this->assertSame(0.07, $rate());
        $this->putJson('/api/v1/series/risk_free_rate', $points(['2026-06-20' => null]))->assertOk();
        $this->assertSame(0.08, $rate());
        $this->undoLast()->assertOk();
        $this->assertSame(0.07, $rate());
        foreach (
            [
                ['risk_free_rate', ['2026-06-15' => 3.5], 'Rates are fractions: 3.5 % is 0.035'],
                ['consumer_price_index', ['2026-06-15' => 0.0], 'it must be above zero'],
                ['exchange_rate:XQA', ['2026-06-15' => -1.0], 'it must be above zero'],
                ['exchange_rate:xqa', ['2026-06-15' => 1.0], 'There is no series "exchange_rate:xqa"'],
                ['weather', ['2026-06-15' => 1.0], 'There is no series "weather"'],
            ] as [$name, $values, $sentence]
        ) {
            $detail = $this->putJson("/api/v1/series/{$name}", $points($values))->assertStatus(422)->json('detail');
            $this->assertStringContainsString($sentence, $detail);
        }
        $this->putJson('/api/v1/series/risk_free_rate', $points(['2026-02-30' => 0.03]))->assertStatus(422);
        $this->assertSame(0.07, $rate());
    }

    public function test_a_company_is_made_with_what_is_known_of_it_and_no_identifier_is_invented(): void
    {
        $this->company()->assertCreated()->assertJsonPath('ticker', 'ALDK');
        $company = Company::query()->where('name', 'Aldermoor Kilns')->firstOrFail();
        $this->assertSame([6, '00'], [$company->fiscal_year_end_month, $company->sector]);
        $this->assertSame(0, DB::table('identifiers')->whereIn('security_id', $company->securities()->pluck('id'))->count());
        foreach (
            [
                [['name' => 'Another'], '"ALDK" is already a ticker on Tharnholm Exchange'],
                [['ticker' => 'ALDX'], 'There is already a company "Aldermoor Kilns"'],
            ] as [$other, $detail]
        ) {
            $this->company($other)->assertStatus(422)->assertJsonPath('detail', $detail);
        }
        $this->company(['name' => 'Third', 'ticker' => 'THRD', 'exchange' => 'XQZZ'])->assertStatus(422);
        $this->company(['name' => 'Third', 'ticker' => 'THRD', 'isin' => 'QA0000000001'])->assertStatus(422);
        $this->company(['name' => 'Third', 'ticker' => 'THRD', 'sector' => '4'])->assertStatus(422);
        $this->assertSame(1, Change::query()->count());
        $this->undoLast()->assertOk();
        $this->getJson('/api/v1/companies/ALDK')->assertNotFound();
        $this->assertSame(0, DB::table('listings')->where('ticker', 'ALDK')->count());
    }

    public function test_what_others_built_on_a_company_stays_when_its_making_is_undone(): void
    {
        $this->company()->assertCreated();
        $id = $this->companyId('ALDK');
        Note::query()->create(['user_id' => $this->someone('Bob')->id, 'company_id' => $id, 'body' => 'Mine']);
        $this->undoLast()
            ->assertStatus(422)
            ->assertJsonPath('detail', '"Aldermoor Kilns" stays, because something is built on it (notes: 1)');
        $this->deleteJson('/api/v1/companies/ALDK')->assertStatus(422);
        $this->assertSame(1, DB::table('listings')->where('ticker', 'ALDK')->count(), 'Nothing of it is gone.');
        DB::table('notes')->where('company_id', $id)->delete();
        $this->deleteJson('/api/v1/companies/ALDK')->assertNoContent();
    }

    public function test_a_change_as_of_a_day_keeps_what_was_before_and_one_without_a_day_mends(): void
    {
        $this->putJson('/api/v1/companies/BRSW/profile', ['name' => 'Brannoch Salt and Soda', 'since' => '2024-05-01'])
            ->assertOk()
            ->assertJsonPath('name', 'Brannoch Salt and Soda');
        $name = fn (string $day): string => $this->getJson("/api/v1/companies/BRSW?as_of={$day}")->assertOk()->json('name');
        $this->assertSame(['Brannoch Saltworks', 'Brannoch Salt and Soda'], [$name('2024-04-30'), $name('2024-05-01')]);
        $this->putJson('/api/v1/companies/BRSW/profile', ['name' => 'Too early', 'since' => '2023-01-01'])
            ->assertStatus(422)
            ->assertJsonPath('detail', 'A later change of its Name is known, so this cannot be what is so now');
        $this->undoLast()->assertOk();
        $this->assertSame('Brannoch Saltworks', $name('2026-06-30'));
        $this->putJson('/api/v1/companies/BRSW/profile', ['name' => 'Brannoch Saltworks plc'])->assertOk();
        $this->assertSame(['Brannoch Saltworks plc', 'Brannoch Saltworks plc'], [$name('2020-01-02'), $name('2026-06-30')]);
        $this->putJson('/api/v1/companies/BRSW/profile', ['name' => 'Brannoch Saltworks plc'])->assertOk();
        $this->assertSame(2, Change::query()->count(), 'What changes nothing is no change.');
        $this->putJson('/api/v1/companies/BRSW/profile', ['ticker' => 'NEWT'])->assertStatus(422);
    }

    public function test_a_change_that_was_changed_again_is_not_undone_before_the_later_one(): void
    {
        $this->putJson('/api/v1/companies/BRSW/profile', ['description' => 'Salt.'])->assertOk();
        $first = (int) Change::query()->max('id');
        $this->putJson('/api/v1/companies/BRSW/profile', ['description' => 'Salt and soda.'])->assertOk();
        $this->deleteJson("/api/v1/changes/{$first}")
            ->assertStatus(422)
            ->assertJsonPath('detail', 'What it changed was changed again since. Undo the later change first');
        $this->undoLast()->assertOk();
        $this->deleteJson("/api/v1/changes/{$first}")->assertOk();
        $this->deleteJson("/api/v1/changes/{$first}")->assertStatus(422)->assertJsonPath('detail', 'The change is already undone');
        $list = $this->getJson('/api/v1/changes')->assertOk();
        $this->assertSame(2, $list->json('meta.total'));
        $this->assertNotNull($list->json('data.0.undone_on'));
    }
}
