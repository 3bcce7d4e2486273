<?php

declare(strict_types=1);

namespace Tests\Installation;

use App\Models\Change;
use App\Models\ColumnSet;
use App\Models\Role;
use App\Storage\EconomyReader;
use App\Storage\Settings;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\DemoTestCase;

/** What an installation chooses, and what follows from it. */
final class InstallationSettingsTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone('Root', Role::Administrator));
    }

    public function test_until_something_is_chosen_it_is_said_what_is_taken_meanwhile(): void
    {
        DB::table('settings')->delete();
        $this->getJson('/api/v1/installation')
            ->assertOk()
            ->assertExactJson([
                'currency' => 'XCR',
                'equity_risk_premium' => 0.05,
                'corporate_tax_rate' => 0.25,
                'new_accounts' => 'closed',
                'chosen' => [],
            ]);
        $missing = array_column($this->getJson('/api/v1/reference')->json('missing'), 'sentence', 'key');
        $this->assertSame(
            'No currency is chosen in which companies are compared. Until then it is XCR, that of the first exchange.',
            $missing['currency'],
        );
    }

    public function test_a_premium_and_a_tax_rate_reach_the_figures_and_the_columns_are_made_anew(): void
    {
        $before = $this->getJson('/api/v1/companies/BRSW/metrics?keys=cost_of_equity,beta_adjusted')->json('figures');
        $this->putJson('/api/v1/installation', ['equity_risk_premium' => 0.08])->assertOk()->assertJsonPath('equity_risk_premium', 0.08);
        $this->assertSame(0, ColumnSet::query()->count(), 'They were computed with another premium.');
        $after = $this->getJson('/api/v1/companies/BRSW/metrics?keys=cost_of_equity,beta_adjusted')->json('figures');
        $this->assertEqualsWithDelta(
            $before['cost_of_equity']['value'] + 0.03 * $before['beta_adjusted']['value'],
            $after['cost_of_equity']['value'],
            1e-9,
        );
        $change = Change::query()->latest('id')->firstOrFail();
        $this->assertSame('Settings: equity risk premium 0.08', $change->what);
        $this->deleteJson("/api/v1/changes/{$change->id}")->assertOk();
        $this->getJson('/api/v1/installation')->assertJsonPath('equity_risk_premium', 0.05);
    }

    public function test_in_another_currency_a_rate_is_still_worth_the_same(): void
    {
        $rate = (float) $this->app->make(EconomyReader::class)->read()->exchange('XVN', 'XCR', self::TODAY);
        $this->putJson('/api/v1/installation', ['currency' => 'XVN'])->assertOk()->assertJsonPath('currency', 'XVN');
        $economy = $this->app->make(EconomyReader::class)->read();
        $this->assertSame('XVN', $economy->baseCurrency());
        $this->assertEqualsWithDelta($rate, (float) $economy->exchange('XVN', 'XCR', self::TODAY), 1e-12);
        $this->assertEqualsWithDelta(1 / $rate, (float) $economy->exchange('XCR', 'XVN', self::TODAY), 1e-12);
        $this->getJson('/api/v1/status')->assertJsonPath('currency', 'XVN');

        $this->deleteJson('/api/v1/changes/'.Change::query()->latest('id')->value('id'))->assertOk();
        $economy = $this->app->make(EconomyReader::class)->read();
        $this->assertSame('XCR', $economy->baseCurrency());
        $this->assertSame($rate, $economy->exchange('XVN', 'XCR', self::TODAY));
    }

    public function test_a_currency_that_rates_cannot_be_written_in_is_refused_and_nothing_changes(): void
    {
        $before = DB::table('economy_series')->orderBy('name')->orderBy('day')->get()->toJson();
        $this->putJson('/api/v1/installation', ['currency' => 'XQZ', 'equity_risk_premium' => 0.07])
            ->assertStatus(422)
            ->assertJsonPath(
                'detail',
                'Exchange rates are kept as units of XCR, and none of XQZ is known to write them in XQZ. Bring in the rate of XQZ first',
            );
        $this->assertSame($before, DB::table('economy_series')->orderBy('name')->orderBy('day')->get()->toJson());
        $this->assertFalse($this->app->make(Settings::class)->isChosen(Settings::EQUITY_RISK_PREMIUM));
    }

    #[TestWith(['currency', 'eur'])]
    #[TestWith(['currency', 'EURO'])]
    #[TestWith(['equity_risk_premium', 5])]
    #[TestWith(['equity_risk_premium', 'much'])]
    #[TestWith(['corporate_tax_rate', 25])]
    #[TestWith(['new_accounts', 'administrator'])]
    public function test_what_cannot_be_a_choice_is_refused(string $setting, mixed $value): void
    {
        $this->putJson('/api/v1/installation', [$setting => $value])->assertStatus(422)->assertJsonStructure(['errors' => [$setting]]);
    }
}
