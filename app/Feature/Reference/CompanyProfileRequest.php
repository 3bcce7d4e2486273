<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;

final class CompanyProfileRequest extends FormRequest
{
    protected function prepareForValidation(): void
    {
        foreach (['ticker', 'country', 'currency', 'reporting_currency', 'isin'] as $field) {
            is_string($this->input($field)) && $this->merge([$field => strtoupper(trim($this->input($field)))]);
        }
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $must = $this->isMethod('post') ? 'required' : 'sometimes';
        $made = $this->isMethod('post') ? 'required' : 'prohibited';
        $may = $this->isMethod('post') ? 'nullable' : 'prohibited';

        return [
            'name' => [$must, 'string', 'min:2', 'max:160'],
            'template' => [$must, 'in:'.implode(',', array_column(ReportingModel::ofBusinesses(), 'value'))],
            'reporting_currency' => [$must, 'string', 'regex:/^[A-Z]{3}$/D'],
            'fiscal_year_end_month' => [$must, 'integer', 'between:1,12'],
            'country' => ['sometimes', 'string', 'regex:/^[A-Z]{2}$/D'],
            'sector' => ['sometimes', 'string', 'max:4'],
            'description' => ['sometimes', 'nullable', 'string', 'max:4000'],
            'exchange' => [$made, 'string'],
            'ticker' => [$made, 'string', 'regex:/^[A-Z0-9.\-]{1,12}$/D'],
            'currency' => [$may, 'string', 'regex:/^[A-Z]{3}$/D'],
            'isin' => [$may, 'string'],
            'listed_from' => [$may, 'date_format:Y-m-d'],
            'since' => [$this->isMethod('post') ? 'prohibited' : 'nullable', 'date_format:Y-m-d'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'ticker.regex' => Words::say('a_ticker_has_up_to_twelve'),
            'country.regex' => Words::say('a_country_is_a_code_of'),
            'currency.regex' => Words::say('a_currency_is_a_code_of'),
            'reporting_currency.regex' => Words::say('a_currency_is_a_code_of'),
        ];
    }

    /**
     * @return array{name: string, exchange: string, ticker: string, template: string, reporting_currency: string,
     *     fiscal_year_end_month: int, country?: string|null, sector?: string|null, description?: string|null, currency?: string|null,
     *     isin?: string|null, listed_from?: int|null}
     */
    public function made(): array
    {
        $valid = $this->validated();

        return [
            ...$valid,
            'fiscal_year_end_month' => (int) $valid['fiscal_year_end_month'],
            'listed_from' => isset($valid['listed_from']) ? Day::parse($valid['listed_from']) : null,
        ];
    }

    /** @return array<string, mixed> */
    public function changes(): array
    {
        return array_map(static fn (mixed $value): mixed => $value ?? '', $this->safe()->except('since'));
    }

    public function since(): ?int
    {
        return ($since = $this->validated('since')) === null ? null : Day::parse($since);
    }
}
