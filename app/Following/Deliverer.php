<?php

declare(strict_types=1);

namespace App\Following;

use App\Models\ConditionCall;
use App\Models\Delivery;
use App\Models\DeliverySettings;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Notification;
use Logion\Figure\Words;
use RuntimeException;
use Throwable;

/** Hands calls on by mail and webhook: not in quiet hours, and again after a while where it fails. */
final readonly class Deliverer
{
    /** Minutes until it is tried again, one after another; after the last it has failed. */
    public const BACK_OFF = [1, 5, 30, 120, 480];

    private const TOGETHER = 500;

    public function __construct(private CallReport $report)
    {
    }

    /** Puts on their way the calls that are new, once each. */
    public function handOn(): void
    {
        DB::transaction(function (): void {
            $calls = ConditionCall::query()->where('handed_on', false)->with('condition')->limit(20_000)->get();
            $settings = DeliverySettings::query()->whereIn('user_id', $calls->pluck('user_id')->unique())->get()->keyBy('user_id');
            $rows = [];
            foreach ($calls as $call) {
                $own = $settings->get($call->user_id);
                foreach ($own === null ? [] : self::channels($call, $own) as $channel) {
                    $rows[] = [
                        'user_id' => $call->user_id,
                        'condition_call_id' => $call->id,
                        'channel' => $channel,
                        'state' => Delivery::WAITING,
                        'due_at' => self::afterQuiet($own, CarbonImmutable::now()),
                        'created_at' => now(),
                        'updated_at' => now(),
                    ];
                }
            }
            foreach (array_chunk($rows, self::TOGETHER) as $some) {
                Delivery::query()->insert($some);
            }
            foreach ($calls->pluck('id')->chunk(self::TOGETHER) as $ids) {
                ConditionCall::query()->whereKey($ids->all())->update(['handed_on' => true]);
            }
        });
    }

    /** Sends what is due: of each user and channel together. */
    public function send(): void
    {
        $due = Delivery::query()
            ->where('state', Delivery::WAITING)
            ->where('due_at', '<=', now())
            ->with('call.condition')
            ->orderBy('id')
            ->limit(self::TOGETHER)
            ->get();
        foreach ($due->groupBy(static fn (Delivery $of): string => "{$of->user_id}:{$of->channel}") as $together) {
            $this->sendTogether($together->values());
        }
    }

    /** @param  Collection<int, Delivery>  $deliveries  of one user by one channel */
    private function sendTogether(Collection $deliveries): void
    {
        $first = $deliveries->firstOrFail();
        $user = User::query()->findOrFail($first->user_id);
        $settings = DeliverySettings::query()->of($user)->first();
        $calls = $this->report->of($user, $deliveries->map(static fn (Delivery $of): ?ConditionCall => $of->call)->filter()->values());
        try {
            $this->notify($first->channel, $settings, $calls);
            foreach ($deliveries as $of) {
                $of->update(['state' => Delivery::SENT, 'sent_at' => now(), 'attempts' => $of->attempts + 1, 'said' => null]);
            }
        } catch (Throwable $error) {
            foreach ($deliveries as $of) {
                $wait = self::BACK_OFF[$of->attempts] ?? null;
                $of->update([
                    'attempts' => $of->attempts + 1,
                    'said' => mb_substr($error->getMessage(), 0, 500),
                    'state' => $wait === null ? Delivery::FAILED : Delivery::WAITING,
                    'due_at' => $wait === null ? $of->due_at : now()->addMinutes($wait),
                ]);
            }
        }
    }

    /**
     * @param  list<array<string, mixed>>  $calls
     *
     * @throws Throwable if it cannot be sent
     */
    public function notify(string $channel, ?DeliverySettings $settings, array $calls): void
    {
        if ($settings === null || ($channel === Delivery::MAIL ? $settings->mail : $settings->webhook) === null) {
            throw new RuntimeException(Words::say('no_address_to_deliver_to'));
        }
        $notification = new ConditionCalled($channel, $calls);
        $channel === Delivery::MAIL
            ? Notification::route('mail', $settings->mail)->notifyNow($notification)
            : (new WebhookChannel())->send($settings, $notification);
    }

    /** The end of the quiet hours a moment falls into, or the moment itself. */
    public static function afterQuiet(DeliverySettings $settings, CarbonImmutable $at): CarbonImmutable
    {
        [$from, $to] = [$settings->quiet_from, $settings->quiet_to];
        if ($from === null || $to === null || $from === $to) {
            return $at;
        }
        $local = $at->setTimezone((string) $settings->time_zone);
        $clock = $local->format('H:i');
        $isQuiet = $from < $to ? $clock >= $from && $clock < $to : $clock >= $from || $clock < $to;
        if (! $isQuiet) {
            return $at;
        }
        $end = $local->setTimeFromTimeString($to);

        return ($end <= $local ? $end->addDay() : $end)->setTimezone($at->getTimezone());
    }

    /** @return list<string> */
    private static function channels(ConditionCall $call, DeliverySettings $settings): array
    {
        return array_values(
            array_filter([
                $call->condition->by_mail && $settings->mail !== null ? Delivery::MAIL : null,
                $call->condition->by_webhook && $settings->webhook !== null ? Delivery::WEBHOOK : null,
            ]),
        );
    }
}
