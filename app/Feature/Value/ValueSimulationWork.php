<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Models\Task;
use App\Models\User;
use App\Storage\DataStamp;
use App\Task\Lane;
use App\Task\PartedWork;
use App\Task\StoresAtTheEnd;
use App\Task\WorkOrder;
use Closure;
use Illuminate\Support\Facades\Cache;
use Logion\Time\Day;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSimulation;

/**
 * A value drawn many times, split into stretches of the draws of one seed; what came of it is kept for a day.
 *
 * @phpstan-type Asked array{ticker: string, day: int, adjusted: bool, method: string, figures: array<string, float>,
 *     rules: array<string, array<string, mixed>>, forced: bool,
 *     distributions: array<string, array<string, mixed>>, correlations: array<string, array<string, float>>, draws: int, seed: int}
 */
final readonly class ValueSimulationWork implements PartedWork
{
    use StoresAtTheEnd;

    private const KEPT_SECONDS = 86400;

    private EvaluationContext $context;

    /** @param  Asked  $wish */
    public function __construct(
        private ValueSubjects $subjects,
        private DataStamp $stamp,
        EvaluationContexts $contexts,
        private int $task,
        private array $wish,
        int $user,
    ) {
        $this->context = $contexts->of(User::query()->findOrFail($user), Day::iso($wish['day']), $wish['adjusted']);
    }

    /** @param  Asked  $wish */
    public static function order(int $task, User $user, array $wish): WorkOrder
    {
        return new WorkOrder($task, self::class, ['wish' => $wish, 'user' => $user->id], Lane::of($user));
    }

    public function parts(): array
    {
        $stamp = $this->stamp->readAs($this->context->as);
        $parts = [];
        $most = config('logion.draws_of_a_part');
        for ($from = 0; $from < $this->wish['draws']; $from += $most) {
            $draws = min($most, $this->wish['draws'] - $from);
            $parts[] = ['asked' => ['from' => $from, 'draws' => $draws, 'stamp' => $stamp], 'size' => $draws];
        }

        return $parts;
    }

    public function compute(array $asked, Closure $goesOn): string
    {
        $simulation = new ValueSimulation($this->sheet(), $this->wish['distributions'], $this->wish['correlations']);

        $values = $simulation->values($asked['from'], $asked['draws'], $this->wish['seed'], static fn () => $goesOn());

        return serialize([$asked['stamp'], $values]);
    }

    public function finish(iterable $found): bool
    {
        $stamp = $this->stamp->readAs($this->context->as);
        $values = [];
        foreach ($found as $part) {
            [$then, $some] = unserialize($part, ['allowed_classes' => false]);
            if ($then !== $stamp) {
                return false;
            }
            array_push($values, ...$some);
        }
        $price = $this->sheet()->price();
        $told = ValueSimulation::told($values, $this->wish['draws'], $price);
        Cache::put(self::key($this->task), ['seed' => $this->wish['seed'], 'price' => $price, ...$told], self::KEPT_SECONDS);

        return true;
    }

    /** @return array<string, mixed>|null what came of it; null while it is under way, or when its day is over */
    public static function result(Task $task): ?array
    {
        return $task->state === 'done' ? Cache::get(self::key($task->id)) : null;
    }

    private function sheet(): ValueSheet
    {
        return ValueSheet::of(
            ValueMethods::get($this->wish['method']),
            $this->subjects->open($this->wish['ticker'], $this->context),
            $this->wish['figures'],
            $this->wish['rules'],
            $this->wish['forced'],
        );
    }

    private static function key(int $task): string
    {
        return "value simulation {$task}";
    }
}
