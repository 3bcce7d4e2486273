<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\Instrument;
use App\Models\InstrumentPrice;
use App\Models\PortfolioEntry;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Funds, bonds, options and others that are held and not listed here, with the prices their owner gives. */
final class InstrumentController
{
    private const SHOWN_PRICES = 500;

    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(Instrument::query()->of($request->user())->orderBy('code')->get()->map(self::told(...))->all());
    }

    public function store(InstrumentRequest $request): JsonResponse
    {
        $instrument = Instrument::query()->create([...$request->instrument(), 'user_id' => $request->user()->id]);

        return new JsonResponse(self::told($instrument->refresh()), 201);
    }

    public function update(InstrumentRequest $request, Instrument $instrument): JsonResponse
    {
        $isTraded = self::entries($instrument)->exists();
        $fields = $request->instrument();
        if ($isTraded && ($fields['currency'] !== $instrument->currency || $fields['multiplier'] !== $instrument->multiplier)) {
            throw Refusal::because(Words::say('instrument_is_traded_already', code: $instrument->code));
        }
        $instrument->update($fields);

        return new JsonResponse(self::told($instrument));
    }

    public function destroy(Instrument $instrument): JsonResponse
    {
        if (self::entries($instrument)->withTrashed()->exists()) {
            throw Refusal::because(Words::say('instrument_has_transactions', code: $instrument->code));
        }
        $instrument->delete();

        return new JsonResponse(null, 204);
    }

    /** Prices by day; an empty one takes the day's price away. */
    public function price(PricesRequest $request, Instrument $instrument): JsonResponse
    {
        DB::transaction(static function () use ($request, $instrument): void {
            foreach ($request->prices() as $day => $price) {
                $of = ['instrument_id' => $instrument->id, 'day' => $day];
                $price === null
                    ? InstrumentPrice::query()->where($of)->delete()
                    : InstrumentPrice::query()->upsert([...$of, 'price' => $price], ['instrument_id', 'day']);
            }
        });

        return new JsonResponse(self::told($instrument));
    }

    /** @return Builder<PortfolioEntry> */
    private static function entries(Instrument $instrument): Builder
    {
        return PortfolioEntry::query()->whereAny(['instrument_id', 'new_instrument_id'], $instrument->id);
    }

    /** @return array<string, mixed> */
    private static function told(Instrument $instrument): array
    {
        $prices = InstrumentPrice::query()->where('instrument_id', $instrument->id)->orderByDesc('day')->limit(self::SHOWN_PRICES)->get();

        return [
            ...$instrument->only(['id', 'code', 'name', 'kind', 'currency', 'multiplier', 'sector', 'country']),
            'prices' => $prices
                ->map(static fn (InstrumentPrice $of): array => ['day' => Day::iso((int) $of->day), 'price' => (float) $of->price])
                ->all(),
        ];
    }
}
