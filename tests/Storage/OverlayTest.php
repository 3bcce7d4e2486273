<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\Viewpoint;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** What somebody corrected is in their columns at once, and so is what was changed for all of a company they corrected. */
final class OverlayTest extends DemoTestCase
{
    private User $ada;

    protected function setUp(): void
    {
        parent::setUp();
        // Whatever happens, happens in one second.
        $this->freezeTime();
        $this->actingAs($this->ada = $this->someone());
    }

    private function metric(string $key, ?User $of): float
    {
        $as = $of === null ? null : new Viewpoint($of->id, $of->name);
        $universe = $this->app->make(ColumnStore::class)->universe(self::TODAY, as: $as);
        $this->assertNotNull($universe);
        $place = array_search($this->companyId('BRSW'), $universe->ids(), true);

        return (float) $universe->column($key)->at((int) $place);
    }

    /** The last total assets. */
    private function correct(float $value): void
    {
        $period = DB::table('facts')->where('company_id', $this->companyId('BRSW'))->where('line', 'total_assets')->max('period');
        $this->postJson('/api/v1/companies/BRSW/corrections', [
            'figures' => [['line' => 'total_assets', 'period' => $period, 'value' => $value]],
            'note' => 'misprinted',
        ])->assertCreated();
    }

    public function test_two_corrections_of_one_second_are_two(): void
    {
        $key = 'total_assets_growth_1y';
        $shared = $this->metric($key, null);
        $this->correct(1e8);
        $first = $this->metric($key, $this->ada);
        $this->assertNotEqualsWithDelta($shared, $first, 1e-6);
        $this->correct(3e8);
        $this->assertEqualsWithDelta(3 * (1 + $first), 1 + $this->metric($key, $this->ada), 1e-9);
        $this->assertSame($shared, $this->metric($key, null));
    }

    public function test_a_choice_that_is_changed_twice_in_one_second_is_another(): void
    {
        $as = new Viewpoint($this->ada->id, $this->ada->name);
        $of = ['user_id' => $this->ada->id, 'company_id' => $this->companyId('BRSW')];
        $stamps = [];
        foreach (['bank', 'property', 'bank'] as $template) {
            DB::table('template_choices')->updateOrInsert($of, [
                'template' => $template,
                'reason' => 'it is one',
                'created_at' => now(),
                'updated_at' => now(),
            ]);
            $stamps[] = $as->stamp();
        }
        $this->assertSame([$stamps[2], 2], [$stamps[0], count(array_unique($stamps))]);
    }

    public function test_what_is_changed_for_all_is_changed_beneath_what_one_corrected(): void
    {
        $this->correct(1e8);
        $before = $this->metric('dividend_yield', $this->ada);
        $this->app->make(ChangeLog::class)->record(null, 'restated', function (ChangeLog $log): void {
            $securities = DB::table('securities')->where('company_id', $this->companyId('BRSW'))->select('id');
            foreach (DB::table('dividends')->whereIn('security_id', $securities)->get() as $paid) {
                $log->update('dividends', ['id' => $paid->id], ['amount' => 2 * $paid->amount]);
            }
        });
        $this->assertEqualsWithDelta(2 * $before, $this->metric('dividend_yield', $this->ada), 1e-9);
        $this->assertGreaterThan(0, $before);
    }
}
