<?php

declare(strict_types=1);

namespace App\Feature\Intake;

/** What an import finds or did: counts, the first refused rows with their reasons, examples, warnings and who is affected. */
final class Outcome
{
    private const MOST_LISTED = 200;

    private const LONGEST_DOUBT = 2000;

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

    /** @var array<string, string> what could be read in two ways, by a key under which it can be accepted */
    public array $doubts = [];

    /** @var list<string> doubts that were accepted beforehand */
    private array $accepted = [];

    /** @var array<int, int> earliest affected day by company */
    public array $companies = [];

    /** @var array<string, int> concepts or labels that are mapped to no line */
    public array $unmapped = [];

    /** @var array<string, int> names of companies that nobody knows, with their rows */
    public array $unknown = [];

    /** @var array<string, string|int|null> what the file says of a company that is not known */
    public array $proposed = [];

    /** A far-off day of prices to which somebody has said that everything moves. */
    public ?int $movedDay = null;

    public int $rows = 0;

    /** @param  'new'|'changed'|'same'|'conflict'  $status */
    public function count(string $status, int $company, int $day): void
    {
        $this->counts[$status]++;
        if ($status !== 'same' && $day < ($this->companies[$company] ?? PHP_INT_MAX)) {
            $this->companies[$company] = $day;
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

    /** A company that nobody knows. */
    public function unknown(string $name): void
    {
        if (isset($this->unknown[$name]) || count($this->unknown) < self::MOST_LISTED) {
            $this->unknown[$name] = ($this->unknown[$name] ?? 0) + 1;
        }
    }

    /** A concept or label that is mapped to no line. */
    public function unmapped(string $label, int $figures = 1): void
    {
        $this->unmapped[$label] = ($this->unmapped[$label] ?? 0) + $figures;
    }

    /** @param  list<string>  $keys  doubts that are taken as they are */
    public function accept(array $keys): void
    {
        $this->accepted = $keys;
    }

    /** Something that could be read in two ways: it is a warning once it is accepted, and until then nothing is stored. */
    public function doubt(string $key, string $reason): void
    {
        if (in_array($key, $this->accepted, true)) {
            $this->warn($reason);
        } elseif (! str_contains($this->doubts[$key] ?? '', $reason) && strlen($this->doubts[$key] ?? '') < self::LONGEST_DOUBT) {
            $this->doubts[$key] = trim(($this->doubts[$key] ?? '').' '.$reason);
        }
    }

    public function isAccepted(string $key): bool
    {
        return in_array($key, $this->accepted, true);
    }

    public function warn(string $warning): void
    {
        if (! in_array($warning, $this->warnings, true) && count($this->warnings) < 40) {
            $this->warnings[] = $warning;
        }
    }
}
