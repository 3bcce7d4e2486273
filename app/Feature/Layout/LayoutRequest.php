<?php

declare(strict_types=1);

namespace App\Feature\Layout;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Logion\Reporting\ReportingModel;

/** An arrangement of the first reading: which pictures, which figures under which titles, which lines of ten years. */
final class LayoutRequest extends FormRequest
{
    public const PICTURES = ['price', 'business', 'expected', 'valuation'];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'],
            'template' => ['required', Rule::enum(ReportingModel::class)],
            'is_default' => ['boolean'],
            'pictures' => ['present', 'array'],
            'pictures.*' => [Rule::in(self::PICTURES)],
            'sections' => ['present', 'array', 'max:12'],
            'sections.*' => ['array:title,keys'],
            'sections.*.title' => ['required', 'string', 'max:60'],
            'sections.*.keys' => ['present', 'array', 'max:40'],
            'sections.*.keys.*' => ['string', 'max:120', 'regex:/^[a-z][a-z0-9_]*$/D'],
            'ten_years' => ['present', 'array', 'max:40'],
            'ten_years.*' => ['string', 'max:120', 'regex:/^[a-z][a-z0-9_]*$/D'],
        ];
    }

    /** @return array{name: string, template: string, is_default: bool, definition: array<string, mixed>} */
    public function layout(): array
    {
        $of = $this->validated();

        return [
            'name' => $of['name'],
            'template' => $of['template'],
            'is_default' => (bool) ($of['is_default'] ?? false),
            'definition' => [
                'pictures' => array_values($of['pictures']),
                'sections' => array_map(
                    static fn (array $section): array => ['title' => $section['title'], 'keys' => array_values($section['keys'])],
                    array_values($of['sections']),
                ),
                'ten_years' => array_values($of['ten_years']),
            ],
        ];
    }
}
