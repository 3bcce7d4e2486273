<?php

declare(strict_types=1);

namespace App\Feature\Following;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

final class DeliveryRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'mail' => ['nullable', 'email', 'max:250'],
            'webhook' => ['nullable', 'string', 'max:2000'],
            'quiet_from' => ['nullable', 'date_format:H:i', 'required_with:quiet_to'],
            'quiet_to' => ['nullable', 'date_format:H:i', 'required_with:quiet_from'],
            'time_zone' => ['required', 'timezone:all'],
        ];
    }

    /**
     * @return array<string, string|null>
     *
     * @throws Refusal if nothing can be posted to the address
     */
    public function settings(): array
    {
        $told = $this->validated();
        $webhook = $told['webhook'] ?? null;
        $parts = $webhook === null ? null : parse_url($webhook);
        if (
            $parts !== null &&
            ($parts === false ||
                filter_var($webhook, FILTER_VALIDATE_URL) === false ||
                ! in_array($parts['scheme'] ?? '', ['http', 'https'], true) ||
                isset($parts['user']) ||
                isset($parts['fragment']))
        ) {
            throw Refusal::because(Words::say('webhook_is_no_address'));
        }

        return array_map(static fn (?string $of): ?string => $of === '' ? null : $of, [
            'mail' => $told['mail'] ?? null,
            'webhook' => $webhook,
            'quiet_from' => $told['quiet_from'] ?? null,
            'quiet_to' => $told['quiet_to'] ?? null,
            'time_zone' => $told['time_zone'],
        ]);
    }
}
