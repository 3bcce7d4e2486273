<?php

declare(strict_types=1);

namespace App\Following;

use App\Models\WatchedCondition;
use Logion\Following\Call;
use Logion\Following\Standing;

/** What looking at conditions found: calls, and how each stands that has to be remembered. */
final class Looked
{
    /** @var list<array{LookedPair, Call}> */
    public array $calls = [];

    /** @var array<string, array{LookedPair, Standing}> by condition and company */
    public array $standings = [];

    /** @var array<string, bool|null> how they stood before, by condition and company */
    private array $before;

    /** @param  array<string, bool|null>  $before */
    public function __construct(array $before, private readonly int $day)
    {
        $this->before = $before;
    }

    /** @param  list<Call>  $calls */
    public function called(LookedPair $of, array $calls): void
    {
        foreach ($calls as $call) {
            $this->calls[] = [$of, $call];
        }
    }

    /** A reason calls when it is met no more, all else when it begins to be; what could not be said changes nothing. */
    public function stands(LookedPair $of, Standing $standing): void
    {
        $key = $of->key();
        $before = $this->before[$key] ?? null;
        if ($standing->met === null) {
            return;
        }
        $isReason = $of->condition->role === WatchedCondition::REASON;
        // What was met before it was first looked at is no news; a disproof that holds already is said when it is written.
        if ($before !== null && $before !== $standing->met && $standing->met !== $isReason) {
            $this->calls[] = [$of, new Call($this->day, (string) $this->day, $standing->actual, $standing->required)];
        }
        $this->standings[$key] = [$of, $standing];
    }
}
