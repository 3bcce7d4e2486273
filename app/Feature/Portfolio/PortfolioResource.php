<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\Portfolio;
use App\Storage\Identity\Indices;

/** What a portfolio is called and how it is reckoned. */
final class PortfolioResource
{
    /** @return array<string, mixed> */
    public static function summary(Portfolio $portfolio): array
    {
        return [
            ...$portfolio->only(['id', 'name', 'currency', 'cost_method', 'keeps_cash', 'withholding', 'revision']),
            'index' => $portfolio->index_id === null ? null : resolve(Indices::class)->all()->get($portfolio->index_id),
            'entries' => $portfolio->entries()->count(),
        ];
    }
}
