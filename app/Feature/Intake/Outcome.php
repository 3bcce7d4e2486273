<?php

declare(strict_types=1);

namespace App\Feature\Intake;

/** What an import finds or did: counts, the first refused rows with their reasons, examples, warnings and who is affected. */
final class Outcome
{
    private const MOST_LISTED = 200;

    /** @var array{new: int, changed: int, same: int, conflict: int, refused: int} */
    public array $counts = ['new' => 0, 'changed' => 0, 'same' => 0, 'conflict' => 0, 'refused' => 0];

    /** @var list<array{place: string, reason: string}> */
    public array $refused = [];

    /** @var list<array{status: string, company: string, what: string, stored: ?float, found: ?float, place: string}> */
    public array $examples = [];

    /** @var list<string> */
    public array $warnings = [];

    /** @var array<string, string> what must be chosen before anything can be stored */
    public array $questions = [];

    /** @var array<int, int> earliest affected day by company */
    public array $companies = [];

    /** @var array<string, int> concepts or labels that are mapped to no line */
    public array $unmapped = [];

    /** The latest day of prices that were taken. */
    public ?int $latestDay = null;

    public int $rows = 0;

    /** @param  'new'|'changed'|'same'|'conflict'  $status */
    public function count(string $status, int $company, int $day): void
    {
        $this->counts[$status]++;
        if ($status !== 'same') {
            $this->companies[$company] = min($this->companies[$company] ?? PHP_INT_MAX, $day);
        }
    }

    /** @param  'new'|'changed'|'same'|'conflict'  $status  already counted */
    public function example(string $status, string $company, string $what, ?float $stored, ?float $found, string $place): void
    {
        if ($this->wantsExample($status)) {
            $this->examples[] = [
                'status' => $status,
                'company' => $company,
                'what' => $what,
                'stored' => $stored,
                'found' => $found,
                'place' => $place,
            ];
        }
    }

    /** Whether an example of that status would still be listed; asked before a text is made. */
    public function wantsExample(string $status): bool
    {
        return $status !== 'same' && $this->counts[$status] <= ($status === 'new' ? 12 : 60);
    }

    public function refuse(string $place, string $reason): void
    {
        $this->counts['refused']++;
        if (count($this->refused) < self::MOST_LISTED) {
            $this->refused[] = ['place' => $place, 'reason' => $reason];
        }
    }

    /** A concept or label that is mapped to no line. */
    public function unmapped(string $label, int $figures = 1): void
    {
        $this->unmapped[$label] = ($this->unmapped[$label] ?? 0) + $figures;
    }

    public function warn(string $warning): void
    {
        if (! in_array($warning, $this->warnings, true) && count($this->warnings) < 40) {
            $this->warnings[] = $warning;
        }
    }
}
