<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Models\BackTest;
use App\Models\User;
use App\Storage\DataStamp;
use App\Task\PartedWork;
use Closure;

/** A back-test split over the companies of its days; what they answered is put together, and what was picked is followed. */
final class BackTestWork implements PartedWork
{
    private readonly BackTest $test;

    private readonly BackTestPlan $plan;

    public function __construct(
        private readonly BackTestRunner $runner,
        private readonly PastCompanies $companies,
        private readonly DataStamp $stamp,
        int $backTest,
    ) {
        $this->test = BackTest::query()->findOrFail($backTest);
        $this->plan = $runner->plan($this->test->settings, User::query()->find($this->test->user_id));
    }

    public function parts(): array
    {
        $stamp = $this->stamp();

        // Who was of the universe on which days is long to find, and found once.
        $spans = array_map(fn (array $its): array => $this->spans(array_keys($its)), $this->companies->attributes($this->plan));

        return array_map(
            static fn (array $some): array => [
                'asked' => ['companies' => array_keys($some), 'spans' => array_values($some), 'stamp' => $stamp],
                'size' => count($some),
            ],
            array_chunk($spans, config('logion.companies_of_a_part.back_test'), true),
        );
    }

    public function compute(array $asked, Closure $goesOn): string
    {
        $past = $this->companies->read($this->plan, $this->unnamed($asked), static function (int $done) use ($goesOn): void {
            $done % 20 === 0 && $goesOn();
        });

        // A kind of business that the reader chose counts in place of the filed one.
        $templates = [];
        foreach ($this->plan->daysLookedAt() as $day) {
            $universe = $past->on($day);
            $templates += array_combine($universe->ids(), $universe->attribute('template'));
        }

        return serialize([$asked['stamp'], $templates, $past->answers()]);
    }

    public function finish(iterable $found): bool
    {
        $stamp = $this->stamp();
        $attributes = $this->companies->attributes($this->plan);
        $past = $this->companies->none($this->plan);
        foreach ($found as $part) {
            [$then, $templates, $answers] = unserialize($part, ['allowed_classes' => false]);
            if ($then !== $stamp) {
                return false;
            }
            $past->take($answers, static fn (int $id, int $day): array => [
                ...$attributes[$id][$day],
                'template' => $templates[$id],
            ]);
        }
        $names = $this->companies->names($attributes);
        $this->test->update(['result' => $this->runner->simulate($this->test->settings, $this->plan, $past, $names)]);

        return true;
    }

    /** Of what all share and of what the reader changed for themselves. */
    private function stamp(): string
    {
        return $this->stamp->read().' '.$this->plan->context->as?->stamp();
    }

    /**
     * Days as stretches of the days looked at, which are few.
     *
     * @param  list<int>  $days  ascending
     * @return list<array{int, int}> first and last place of each stretch
     */
    private function spans(array $days): array
    {
        $place = array_flip($this->plan->daysLookedAt());
        $spans = [];
        foreach ($days as $day) {
            $last = count($spans) - 1;
            if ($last >= 0 && $spans[$last][1] === $place[$day] - 1) {
                $spans[$last][1]++;
            } else {
                $spans[] = [$place[$day], $place[$day]];
            }
        }

        return $spans;
    }

    /**
     * @param  array<string, mixed>  $asked
     * @return array<int, array<int, array<string, string>>> days by company; what it was called on them is filled in at the end
     */
    private function unnamed(array $asked): array
    {
        $days = $this->plan->daysLookedAt();
        $unnamed = [];
        foreach ($asked['companies'] as $i => $id) {
            foreach ($asked['spans'][$i] as [$first, $last]) {
                $unnamed[$id] = ($unnamed[$id] ?? []) + array_fill_keys(array_slice($days, $first, $last - $first + 1), []);
            }
        }

        return $unnamed;
    }
}
