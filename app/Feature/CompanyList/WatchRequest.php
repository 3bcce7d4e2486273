<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Http\DatedRequest;

/** What a list is called and which figures are watched in it. */
final class WatchRequest extends DatedRequest
{
    private const MOST_COLUMNS = 12;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'name' => ['sometimes', 'required', 'string', 'max:120'],
            'columns' => ['sometimes', 'array', 'max:'.self::MOST_COLUMNS],
            'columns.*' => ['string', 'max:2000'],
        ];
    }

    /**
     * @return array<string, mixed>
     *
     * @throws \Logion\Formula\FormulaError if a column cannot be understood
     */
    public function changes(): array
    {
        $told = array_intersect_key($this->validated(), ['name' => 1, 'columns' => 1]);
        $catalogue = $this->context()->catalogue;
        foreach ($told['columns'] ?? [] as $formula) {
            $catalogue->unitOf($catalogue->parse($formula));
        }

        return $told;
    }
}
