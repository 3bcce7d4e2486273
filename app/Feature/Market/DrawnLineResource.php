<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Following\ConditionChecks;
use App\Models\DrawnLine;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Market\PriceSeries;
use Logion\Time\Day;

/**
 * A drawn line in shares as they are counted on the day it is looked at.
 *
 * @property DrawnLine $resource
 */
final class DrawnLineResource extends JsonResource
{
    public function __construct(DrawnLine $line, private readonly PriceSeries $prices, private readonly int $asOf)
    {
        parent::__construct($line);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $line = $this->resource;
        $split = $this->prices->actions->splitRatio((int) $line->drawn_on, $this->asOf);
        $price = static fn (?float $of): ?float => $of === null ? null : round($of / $split, 6);
        $day = static fn (?int $of): ?string => $of === null ? null : Day::iso($of);
        $last = $this->prices->last();
        $close = $last < 0 ? null : $this->prices->closes[$last];
        $now = ConditionChecks::level($line)->at($last < 0 ? $this->asOf : $this->prices->days[$last]) / $split;

        return [
            'id' => $line->id,
            'name' => $line->name,
            'drawn_on' => Day::iso((int) $line->drawn_on),
            'from_day' => $day($line->from_day),
            'from_price' => $price($line->from_price),
            'to_day' => $day($line->to_day),
            'to_price' => $price($line->to_price),
            'now' => round($now, 4),
            'distance' => $close === null || $close <= 0.0 ? null : $now / $close - 1,
        ];
    }
}
