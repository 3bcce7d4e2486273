<?php

declare(strict_types=1);

namespace App\Feature\Stage;

use App\Http\DatedRequest;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;
use Logion\Following\StageNeed;

/** Stages as somebody calls them, in their order. */
final class StagesRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'stages' => ['required', 'array', 'min:2', 'max:12'],
            'stages.*.key' => ['nullable', 'string', 'max:40'],
            'stages.*.name' => ['required', 'string', 'max:40', 'distinct:ignore_case'],
            'stages.*.need' => ['required', Rule::enum(StageNeed::class)],
        ];
    }

    /** @return list<array{key: string, name: string, need: string}> a stage that was renamed keeps its key */
    public function stages(): array
    {
        $stages = [];
        foreach ($this->validated('stages') as $i => $of) {
            $key = ($of['key'] ?? '') !== '' ? $of['key'] : Str::slug($of['name'], '_').'_'.$i;
            $stages[$key] ??= ['key' => $key, 'name' => trim($of['name']), 'need' => $of['need']];
        }

        return array_values($stages);
    }
}
