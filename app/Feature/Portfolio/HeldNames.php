<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\Portfolio;
use App\Models\User;
use App\Storage\Holding\HeldSecurities;

/** What securities of a portfolio are called where only their key is known. */
final readonly class HeldNames
{
    public function __construct(private HeldSecurities $securities)
    {
    }

    public function of(Portfolio $portfolio, string $key): string
    {
        $owner = User::query()->findOrFail($portfolio->user_id);

        return $this->securities->of($owner, [$key])[$key]->reference ?? $key;
    }
}
