<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Portfolio\PositionSize;

/** What limits how much one may buy; a limit that is not named does not bind. */
final class PositionSizeRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $part = ['nullable', 'numeric', 'min:0', 'max:1'];
        $amount = ['nullable', 'numeric', 'min:0', 'max:1e15'];

        return [
            'portfolio' => ['required', 'numeric', 'gt:0', 'max:1e15'],
            'price' => ['required', 'numeric', 'gt:0', 'max:1e12'],
            'invalidation' => $amount,
            'position_cap' => $part,
            'sector_cap' => $part,
            'in_sector' => $amount,
            'loss_limit' => $part,
            'cash' => $amount,
            'held' => $amount,
            'lot' => ['nullable', 'numeric', 'gt:0', 'max:1e9'],
        ];
    }

    public function size(): ?PositionSize
    {
        $of = array_map(floatval(...), array_filter($this->validated(), static fn (mixed $figure): bool => $figure !== null));

        return PositionSize::of(
            $of['portfolio'],
            $of['price'],
            $of['invalidation'] ?? null,
            $of['position_cap'] ?? null,
            $of['sector_cap'] ?? null,
            $of['in_sector'] ?? 0.0,
            $of['loss_limit'] ?? null,
            $of['cash'] ?? null,
            $of['held'] ?? 0.0,
            $of['lot'] ?? 1.0,
        );
    }
}
