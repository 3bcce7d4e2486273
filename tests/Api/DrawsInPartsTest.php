<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Models\Task;
use App\Models\TaskPart;
use App\Storage\DataStamp;
use Illuminate\Support\Facades\Artisan;
use Tests\DemoTestCase;

/** Draws are split between workers: together they are what one would draw, and what was drawn before somebody cancelled is kept. */
final class DrawsInPartsTest extends DemoTestCase
{
    private const PATH = '/api/v1/companies/BRSW/values/driver_cash_flow/simulate';

    private const WISH = [
        'distributions' => [
            'discount_rate' => ['kind' => 'normal', 'mean' => 0.09, 'deviation' => 0.005],
            'tax' => ['kind' => 'uniform', 'low' => 0.2, 'high' => 0.3],
        ],
        'draws' => 1200,
        'seed' => 8,
    ];

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
        config(['logion.draws_of_a_part' => 500]);
    }

    private function work(int $jobs): void
    {
        for ($i = 0; $i < $jobs; $i++) {
            Artisan::call('queue:work', ['connection' => 'database', '--once' => true, '--tries' => 1, '--sleep' => 0]);
        }
    }

    /** @param  array<string, mixed>  $more */
    private function ask(array $more = []): Task
    {
        return Task::query()->findOrFail($this->postJson(self::PATH, [...self::WISH, ...$more])->assertStatus(202)->json('task.id'));
    }

    private function found(Task $task): mixed
    {
        return $this->getJson("/api/v1/value-simulations/{$task->id}")->assertOk()->json('result');
    }

    public function test_parts_of_several_workers_are_the_draws_of_one_and_a_cancelled_run_goes_on(): void
    {
        $whole = $this->ask();
        $told = $this->found($whole);
        $this->assertSame([1200, 'done'], [$told['draws'], $whole->state]);
        $this->assertSame($whole->id, $this->ask()->id);
        $this->assertSame($whole->updated_at?->format('U.u'), $whole->refresh()->updated_at?->format('U.u'), 'It is not drawn again.');

        $whole->delete();
        config(['queue.default' => 'database']);
        $task = $this->ask();
        $this->work(2);
        $this->assertSame([500, 1200, 'running'], [$task->refresh()->done, $task->total, $task->state]);
        $this->assertNull($this->found($task));
        $this->deleteJson("/api/v1/tasks/{$task->id}")->assertNoContent();
        $this->work(2);
        $this->assertSame('cancelled', $task->refresh()->state);
        $this->assertSame(1, TaskPart::query()->whereNotNull('found')->count());

        $this->assertSame($task->id, $this->ask()->id);
        $this->work(1);
        $this->assertSame(500, $task->refresh()->done, 'What was drawn before is not drawn again.');
        $this->work(4);
        $this->assertSame('done', $task->refresh()->state, (string) $task->message);
        $this->assertSame($told, $this->found($task));
        $this->assertSame(0, TaskPart::query()->count());
    }

    public function test_another_wish_another_person_and_other_data_have_draws_of_their_own(): void
    {
        $first = $this->ask();
        $this->assertNotSame($first->id, $this->ask(['seed' => 9])->id);
        $this->assertSame($first->id, $this->ask()->id);
        DataStamp::changeCompanies([$this->companyId('FNSB')]);
        $changed = $this->ask();
        $this->assertNotSame($first->id, $changed->id);
        $this->assertSame($changed->id, $this->ask()->id);
        $this->actingAs($this->someone('Bea'));
        $this->assertNotSame($first->id, $this->ask()->id);
        $this->getJson("/api/v1/value-simulations/{$first->id}")->assertNotFound();
    }
}
