<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Feature\Intake\Imports;
use App\Models\Change;
use App\Models\Import;
use App\Models\Task;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\DataStamp;
use App\Storage\InstallationDay;
use App\Task\ColumnWork;
use App\Task\Lane;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Work under way knows whose data were changed since it began: of them it begins anew, of all others it keeps what it found. */
final class DataStampTest extends DemoTestCase
{
    private DataStamp $stamp;

    private int $one;

    private int $other;

    protected function setUp(): void
    {
        parent::setUp();
        // Whatever happens, happens in one second.
        $this->freezeTime();
        $this->stamp = $this->app->make(DataStamp::class);
        $this->one = $this->companyId('BRSW');
        $this->other = $this->companyId('FNSB');
    }

    /** @return array{string, string, string} of everything, of one company, and of another */
    private function stamps(): array
    {
        return [$this->stamp->read(), $this->stamp->readOf([$this->one]), $this->stamp->readOf([$this->other])];
    }

    /** @return list<bool> which of them are others than they were */
    private function changedBy(\Closure $change): array
    {
        $before = $this->stamps();
        $change();

        return array_map(static fn (string $was, string $is): bool => $was !== $is, $before, $this->stamps());
    }

    /** An old price of a company that is asked for by its ticker. */
    private function import(string $ticker): Import
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'stamp');
        file_put_contents($path, "Date,Close\n2001-03-01,5\n2001-03-02,5.1\n");
        $imports = $this->app->make(Imports::class);
        $import = $imports->take($path, "{$ticker}.csv", $this->someone());
        unlink($path);
        $imports->preview($import);
        $import->refresh()->update(['mapping' => ['accept' => ['jumps']] + $import->mapping]);

        return $import;
    }

    private function rename(string $name): Change
    {
        $id = $this->one;
        $this->app->make(ChangeLog::class)->record(null, 'renamed', static function (ChangeLog $log) use ($id, $name): void {
            $log->update('companies', ['id' => $id], ['name' => $name]);
        });

        return Change::query()->latest('id')->firstOrFail();
    }

    public function test_a_file_of_a_company_changes_what_is_known_of_it_and_of_no_other(): void
    {
        $imports = $this->app->make(Imports::class);
        $import = $this->import('BRSW');
        $this->assertSame([false, false, false], $this->changedBy(static fn () => $imports->preview($import)));
        $this->assertSame([true, true, false], $this->changedBy(static fn () => $imports->store($import->refresh())));
        $this->assertSame([true, true, false], $this->changedBy(static fn () => $imports->undo($import->refresh())));
    }

    public function test_what_is_changed_by_hand_or_changed_back_may_bear_on_anybody(): void
    {
        $change = null;
        $this->assertSame([true, true, true], $this->changedBy(function () use (&$change): void {
            $change = $this->rename('Another Name');
        }));
        $this->assertSame([true, true, true], $this->changedBy(fn () => $this->app->make(ChangeLog::class)->undo($change, null)));
        $this->assertSame([false, false, false], $this->changedBy(fn () => $this->app->make(ChangeLog::class)->record(
            null,
            'nothing',
            static fn () => null,
        )));
    }

    public function test_another_day_and_very_many_companies_are_others_for_all(): void
    {
        $this->assertSame([true, true, true], $this->changedBy(
            fn () => $this->app->make(InstallationDay::class)->moveTo(self::TODAY + 1),
        ));
        $this->assertSame([true, true, true], $this->changedBy(static fn () => DataStamp::changeCompanies(range(1, 1001))));
        $this->assertSame([true, false, true], $this->changedBy(fn () => DataStamp::changeCompanies([$this->other])));
    }

    public function test_parts_hold_as_long_as_all_of_their_companies_are_as_they_were(): void
    {
        $parts = [[$this->stamp->readOf([$this->one]), [$this->one]], [$this->stamp->readOf([$this->other]), [$this->other]]];
        $this->assertTrue($this->stamp->holds($parts));
        DataStamp::changeCompanies([$this->other]);
        $this->assertFalse($this->stamp->holds($parts));
        $this->assertTrue($this->stamp->holds([$parts[0]]));
    }

    public function test_a_company_that_is_named_twice_was_not_changed_by_that(): void
    {
        DataStamp::changeCompanies([$this->one]);
        $twice = [$this->one, $this->other, $this->one];
        $this->assertTrue($this->stamp->holds([[$this->stamp->readOf($twice), $twice]]));
    }

    public function test_a_refresh_computes_only_the_part_anew_whose_company_was_changed(): void
    {
        config(['logion.companies_of_a_part.columns' => 7]);
        $columns = $this->app->make(ColumnStore::class);
        $task = Task::query()->create(['kind' => 'refresh', 'subject' => 'stamp', 'state' => 'running']);
        $order = ColumnWork::order($task->id, 20190520, null, Lane::of(null));
        $work = fn (): ColumnWork => $this->app->make($order->work, ['task' => $task->id, ...$order->arguments]);
        $asked = array_column($work()->parts(), 'asked');
        $found = array_map(static fn (array $of): string => $work()->compute($of, static fn () => null), $asked);
        $this->app->make(Imports::class)->store($this->import('BRSW'));
        $this->assertFalse($work()->finish($found));
        $this->assertFalse($columns->isComplete(20190520));

        $again = array_column($work()->parts(), 'asked');
        $anew = array_filter($again, static fn (array $of): bool => ! in_array($of, $asked, true));
        $this->assertSame([true], array_map(fn (array $of): bool => in_array($this->one, $of['companies'], true), array_values($anew)));
        $this->assertSame(count($asked), count($again));
        foreach ($anew as $place => $of) {
            $found[$place] = $work()->compute($of, static fn () => null);
        }
        $this->assertTrue($work()->finish($found));
        $kept = static fn (): array => DB::table('metric_columns')
            ->where('as_of', 20190520)
            ->orderBy('name')
            ->get(['name', 'values', 'states'])
            ->map(static fn (object $row): string => "{$row->name} ".sha1("{$row->values}{$row->states}"))
            ->all();
        $inParts = $kept();
        $columns->refresh(20190520);
        $this->assertSame($kept(), $inParts);
    }

    public function test_one_process_computes_again_what_was_changed_while_it_computed(): void
    {
        $isTold = [];
        $tell = function (int $done, int $total) use (&$isTold): void {
            $done < $total || $isTold !== [] || DataStamp::changeCompanies([$this->one]);
            $done < $total || ($isTold[] = $done);
        };
        $columns = $this->app->make(ColumnStore::class);
        $columns->refresh(20190520, $tell);
        $this->assertCount(2, $isTold);
        $this->assertTrue($columns->isComplete(20190520));
    }

    public function test_what_is_changed_all_the_while_is_given_up_with_a_word(): void
    {
        $tries = 0;
        $tell = function (int $done, int $total) use (&$tries): void {
            $done < $total || DataStamp::changeCompanies([$this->one]);
            $tries += (int) ($done === $total);
        };
        $columns = $this->app->make(ColumnStore::class);
        try {
            $columns->refresh(20190520, $tell);
            $this->fail('It was changed each time.');
        } catch (\RuntimeException $error) {
            $this->assertStringContainsString('changed again and again', $error->getMessage());
        }
        $this->assertSame(20, $tries);
        $this->assertFalse($columns->isComplete(20190520));
        // Nothing of that stays in the way.
        $columns->refresh(20190520);
        $this->assertTrue($columns->isComplete(20190520));
    }

    public function test_a_change_that_is_changed_back_while_a_refresh_is_under_way_is_not_overlooked(): void
    {
        $task = Task::query()->create(['kind' => 'refresh', 'subject' => 'stamp', 'state' => 'running']);
        $order = ColumnWork::order($task->id, 20190520, null, Lane::of(null));
        $work = fn (): ColumnWork => $this->app->make($order->work, ['task' => $task->id, ...$order->arguments]);
        $change = $this->rename('Another Name');
        $asked = array_column($work()->parts(), 'asked');
        $found = array_map(static fn (array $of): string => $work()->compute($of, static fn () => null), $asked);
        $this->app->make(ChangeLog::class)->undo($change, null);
        $this->assertFalse($work()->finish($found));
    }
}
