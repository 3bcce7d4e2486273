<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Models\BackTest;
use App\Models\User;
use App\Storage\CollectorPause;
use App\Storage\DataStamp;
use App\Task\Lane;
use App\Task\PartedWork;
use App\Task\PartSizes;
use App\Task\StoresAtTheEnd;
use App\Task\WorkOrder;
use Closure;
use Illuminate\Database\Eloquent\Casts\Json;

/**
 * A back-test split over the companies of its days. Where each is chosen for itself a part chooses, and reads what those chosen did; where
 * they are compared it only asks, and it is chosen at the end.
 */
final class BackTestWork implements PartedWork
{
    use StoresAtTheEnd;

    private readonly BackTest $test;

    private readonly BackTestPlan $plan;

    private readonly string $meaning;

    public function __construct(
        private readonly BackTestRunner $runner,
        private readonly PastCompanies $companies,
        private readonly DataStamp $stamp,
        int $backTest,
    ) {
        $this->test = BackTest::query()->findOrFail($backTest);
        $this->plan = $runner->plan($this->test->settings, User::query()->find($this->test->user_id));
        $this->meaning = $this->plan->meaning();
    }

    public static function order(BackTest $test, User $user): WorkOrder
    {
        return new WorkOrder($test->task_id, self::class, ['backTest' => $test->id], Lane::of($user));
    }

    public function parts(): array
    {
        $chooses = $this->plan->choosesOneByOne();

        return array_map(
            fn (array $some): array => [
                'asked' => ['companies' => $some, 'stamp' => $this->stampOf($some), 'chooses' => $chooses],
                'size' => count($some),
            ],
            PartSizes::split($this->companies->candidates(), config('logion.companies_of_a_part.back_test')),
        );
    }

    public function compute(array $asked, Closure $goesOn): string
    {
        $attributes = $this->companies->attributes($this->plan, $asked['companies']);
        $past = $this->companies->read($this->plan, $attributes, static function (int $done) use ($goesOn): void {
            $done % 20 === 0 && $goesOn();
        });

        return serialize([
            $asked['stamp'],
            $asked['companies'],
            // One that an earlier version planned does not say.
            $asked['chooses'] ?? false ? $this->runner->chosen($this->plan, $past)->packed() : $past->answers(),
        ]);
    }

    public function finish(iterable $found): bool
    {
        return CollectorPause::during(fn (): bool => $this->follow($found));
    }

    /** @param  iterable<string>  $found */
    private function follow(iterable $found): bool
    {
        $past = $this->companies->none($this->plan);
        $chosen = [];
        foreach ($found as $part) {
            [$then, $some, $told] = unserialize($part, ['allowed_classes' => false]);
            if ($then !== $this->stampOf($some)) {
                return false;
            }
            is_string($told) ? ($chosen[] = ChosenCompanies::of($told)) : $past->take($told);
        }
        $result = $this->runner->simulate(
            $this->test->settings,
            $this->plan,
            $chosen === [] ? $this->runner->chosen($this->plan, $past) : ChosenCompanies::joined($chosen),
        );
        // By the model it would be unpacked four times to see whether it is another: a fifth of the time of what is done here.
        BackTest::query()
            ->whereKey($this->test->id)
            ->update(['result' => Json::encode($result)]);

        return true;
    }

    /**
     * Of the data of a part and of what it asks: its owner may define a metric anew meanwhile.
     *
     * @param  list<int>  $companies
     */
    private function stampOf(array $companies): string
    {
        return $this->stamp->readOf($companies, $this->plan->context->as).' '.$this->meaning;
    }
}
