<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Models\CompanyList;
use App\Models\CompanyListItem;
use App\Storage\Identity\Identities;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Time\Day;

/**
 * @property CompanyList $resource
 */
final class ListResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $this->resource->loadMissing('items.company');
        $identities = resolve(Identities::class);

        return [
            ...$this->resource->only(['id', 'name']),
            'as_of' => Day::iso((int) $this->resource->as_of),
            'items' => $this->resource->items->sortBy('position')->values()->map(
                static fn (CompanyListItem $item): array => [
                    'ticker' => $identities->reference($item->company_id),
                    'name' => $item->company->name,
                    'mark' => $item->mark,
                    'reason' => $item->reason,
                ],
            ),
        ];
    }
}
