<?php

declare(strict_types=1);

namespace App\Feature\Following;

use App\Following\Deliverer;
use App\Models\Delivery;
use App\Models\DeliverySettings;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;
use Throwable;

/** Where calls go besides Desk, and whether they arrived. */
final class DeliveryController
{
    private const SHOWN = 50;

    public function show(Request $request): JsonResponse
    {
        return new JsonResponse(self::told($request->user()));
    }

    public function update(DeliveryRequest $request): JsonResponse
    {
        $settings = DeliverySettings::query()->firstOrNew(['user_id' => $request->user()->id]);
        $settings->fill([...$request->settings(), 'secret' => $settings->secret ?? bin2hex(random_bytes(32))])->save();

        return new JsonResponse(self::told($request->user()));
    }

    /** Sends a call that nothing called for. */
    public function test(TestRequest $request, Deliverer $deliverer): JsonResponse
    {
        $settings = DeliverySettings::query()->of($request->user())->first();
        $example = [
            'id' => 0,
            'condition' => 0,
            'ticker' => 'TEST',
            'name' => 'Test',
            'company' => 0,
            'day' => Day::iso((int) date('Ymd')),
            'role' => 'call',
            'kind' => 'date',
            'sentence' => Words::say('this_is_a_test'),
            'note' => null,
            'actual' => null,
            'required' => null,
        ];
        try {
            $deliverer->notify($request->validated('channel'), $settings, [$example]);
        } catch (Throwable $error) {
            throw Refusal::because(Words::say('test_did_not_arrive', why: rtrim(mb_substr($error->getMessage(), 0, 300), '.')));
        }

        return new JsonResponse(null, 204);
    }

    /** @return array<string, mixed> */
    private static function told(User $user): array
    {
        $settings = DeliverySettings::query()->of($user)->first() ?? new DeliverySettings(['time_zone' => 'UTC']);

        return [
            ...$settings->only(['mail', 'webhook', 'secret', 'quiet_from', 'quiet_to', 'time_zone']),
            'deliveries' => Delivery::query()
                ->of($user)
                ->orderByDesc('id')
                ->limit(self::SHOWN)
                ->get()
                ->map(
                    static fn (Delivery $of): array => [
                        'id' => $of->id,
                        'channel' => $of->channel,
                        'state' => $of->state,
                        'attempts' => $of->attempts,
                        'made_at' => $of->created_at?->format('Y-m-d H:i'),
                        'due_at' => $of->due_at->format('Y-m-d H:i'),
                        'sent_at' => $of->sent_at?->format('Y-m-d H:i'),
                        'said' => $of->said,
                    ],
                )
                ->all(),
        ];
    }
}
