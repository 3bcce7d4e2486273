<?php

declare(strict_types=1);

namespace App\Feature\Value;

use Logion\ValueMethod\ValueSimulation;

/** What inputs may be, how they move together, how often to draw and from which seed. */
final class SimulateMethodRequest extends MethodRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'distributions' => ['required', 'array', 'max:20'],
            'distributions.*' => ['array:kind,mean,deviation,low,mode,high'],
            'correlations' => ['nullable', 'array', 'max:190'],
            'correlations.*' => ['array:first,second,value'],
            'correlations.*.first' => ['required', 'string', 'max:60'],
            'correlations.*.second' => ['required', 'string', 'max:60', 'different:correlations.*.first'],
            'correlations.*.value' => ['required', 'numeric'],
            'draws' => ['nullable', 'integer', 'min:100', 'max:'.ValueSimulation::MOST_DRAWS],
            'seed' => ['nullable', 'integer', 'min:0', 'max:4294967295'],
        ];
    }

    /** @return array<string, array<string, mixed>> by input */
    public function distributions(): array
    {
        return $this->validated('distributions');
    }

    /** @return array<string, array<string, float>> */
    public function correlations(): array
    {
        $correlations = [];
        foreach ($this->validated('correlations') ?? [] as $of) {
            $correlations[(string) $of['first']][(string) $of['second']] = (float) $of['value'];
        }

        return $correlations;
    }

    public function draws(): int
    {
        return (int) ($this->validated('draws') ?? 10_000);
    }

    public function seed(): int
    {
        return (int) ($this->validated('seed') ?? 1);
    }
}
