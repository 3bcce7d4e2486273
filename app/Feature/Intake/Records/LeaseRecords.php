<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Models\StoredLease;

final class LeaseRecords extends RentRollRecords
{
    protected function table(): string
    {
        return 'leases';
    }

    protected function texts(): array
    {
        return ['tenant', 'trade', 'standing', 'building'];
    }

    protected function days(): array
    {
        return ['ends_on'];
    }

    protected function amounts(): array
    {
        return ['area' => false, 'rent' => true];
    }

    protected function whole(): array
    {
        return ['rent', 'annualized_rent'];
    }

    protected function stored(int $company): array
    {
        return StoredLease::query()->inOrderOfFiling($company)->get()->values()->all();
    }

    protected function key(array $row): string
    {
        return "{$row['tenant']}|{$row['building']}|{$row['ends_on']}";
    }
}
