<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Models\Building;

final class BuildingRecords extends RentRollRecords
{
    protected function table(): string
    {
        return 'buildings';
    }

    protected function texts(): array
    {
        return ['name', 'sector', 'place'];
    }

    protected function days(): array
    {
        return [];
    }

    protected function amounts(): array
    {
        return ['area' => false, 'let_area' => false, 'rent' => true, 'net_operating_income' => true, 'value' => true];
    }

    protected function whole(): array
    {
        return ['value', 'investment_property'];
    }

    protected function stored(int $company): array
    {
        return Building::query()->inOrderOfFiling($company)->get()->values()->all();
    }

    protected function key(array $row): string
    {
        return $row['name'];
    }
}
