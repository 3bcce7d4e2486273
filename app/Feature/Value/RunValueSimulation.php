<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Evaluation\EvaluationContexts;
use App\Models\Task;
use App\Models\User;
use App\Task\FailsWithAWord;
use App\Task\ReportsProgress;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\Cache;
use Logion\Time\Day;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSimulation;

/**
 * Draws a value many times in the background; what came of it is kept for a day.
 *
 * @phpstan-type Asked array{ticker: string, day: int, adjusted: bool, method: string, figures: array<string, float>,
 *     rules: array<string, array<string, mixed>>, forced: bool,
 *     distributions: array<string, array<string, mixed>>, correlations: array<string, array<string, float>>, draws: int, seed: int}
 */
final class RunValueSimulation implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;
    use ReportsProgress;

    private const KEPT_SECONDS = 86400;

    private const BETWEEN_LOOKS = 500;

    public int $timeout = 1800;

    /** @param  Asked  $asked */
    public function __construct(private readonly int $taskId, private readonly int $userId, private readonly array $asked)
    {
    }

    public function handle(ValueSubjects $subjects, EvaluationContexts $contexts): void
    {
        $task = Task::query()->find($this->taskId);
        $user = User::query()->find($this->userId);
        if ($task === null || $user === null) {
            return;
        }
        $asked = $this->asked;
        $this->reporting(
            $task,
            static function (\Closure $progress) use ($asked, $contexts, $subjects, $task, $user): void {
                $context = $contexts->of($user, Day::iso($asked['day']), $asked['adjusted']);
                $sheet = ValueSheet::of(
                    ValueMethods::get($asked['method']),
                    $subjects->open($asked['ticker'], $context),
                    $asked['figures'],
                    $asked['rules'],
                    $asked['forced'],
                );
                $simulation = new ValueSimulation($sheet, $asked['distributions'], $asked['correlations']);
                $told = $simulation->run(
                    $asked['draws'],
                    $asked['seed'],
                    $sheet->price(),
                    static fn (int $done) => $progress($done, $asked['draws']),
                );
                Cache::put(self::key($task->id), ['seed' => $asked['seed'], 'price' => $sheet->price(), ...$told], self::KEPT_SECONDS);
            },
            each: self::BETWEEN_LOOKS,
        );
    }

    /** @return array<string, mixed>|null what came of it; null while it is under way, or when its day is over */
    public static function result(Task $task): ?array
    {
        return Cache::get(self::key($task->id));
    }

    private static function key(int $task): string
    {
        return "value simulation {$task}";
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->taskId);
    }
}
