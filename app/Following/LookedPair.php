<?php

declare(strict_types=1);

namespace App\Following;

use App\Models\WatchedCondition;
use Logion\Following\CompanyCheck;

/** A condition and one of the companies it looks at. */
final readonly class LookedPair
{
    public function __construct(public WatchedCondition $condition, public CompanyCheck $check, public int $company)
    {
    }

    public function key(): string
    {
        return "{$this->condition->id}:{$this->company}";
    }
}
