<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Files\TableFile;
use App\Models\Portfolio;
use App\Models\PortfolioEntry;
use App\Models\User;
use App\Storage\Holding\Held;
use App\Storage\Holding\HeldSecurities;
use Illuminate\Database\Eloquent\Builder;
use Logion\Time\Day;

/** Transactions as they were entered. */
final readonly class EntryReport
{
    private const FIGURES = ['quantity', 'price', 'amount', 'fee', 'tax', 'cost', 'ratio', 'cost_share', 'to_amount'];

    private const HEADS = [
        'day',
        'type',
        'security',
        'quantity',
        'price',
        'amount',
        'fee',
        'tax',
        'currency',
        'settled_on',
        'to_amount',
        'to_currency',
        'ratio',
        'cost',
        'cost_share',
        'new_security',
        'acquired',
        'note',
        'reference',
    ];

    public function __construct(private HeldSecurities $securities)
    {
    }

    /** @return array<string, mixed> */
    public function page(User $user, Portfolio $portfolio, int $offset, int $limit, ?string $security): array
    {
        $query = PortfolioEntry::query()->where('portfolio_id', $portfolio->id);
        if ($security !== null) {
            $key = $this->securities->find($user, $security)->key;
            $query->where(
                static fn (Builder $of) => $of
                    ->where('security_id', Held::securityOf($key))
                    ->where('instrument_id', Held::instrumentOf($key)),
            );
        }
        $total = $query->count();
        $entries = $query->orderByDesc('day')->orderByDesc('id')->offset($offset)->limit($limit)->get()->all();

        return ['total' => $total, 'entries' => $this->of($user, array_values($entries))];
    }

    /**
     * @param  list<PortfolioEntry>  $entries
     * @return list<array<string, mixed>>
     */
    public function of(User $user, array $entries): array
    {
        $keys = [];
        foreach ($entries as $of) {
            $keys[Held::keyOf($of->security_id, $of->instrument_id)] = $keys[
                Held::keyOf($of->new_security_id, $of->new_instrument_id)
            ] = true;
        }
        $held = $this->securities->of($user, array_map(strval(...), array_keys($keys)));

        return array_map(static function (PortfolioEntry $of) use ($held): array {
            $own = $held[Held::keyOf($of->security_id, $of->instrument_id)] ?? null;
            $new = $held[Held::keyOf($of->new_security_id, $of->new_instrument_id)] ?? null;

            return [
                'id' => $of->id,
                'day' => Day::iso($of->day),
                'settled_on' => $of->settled_on === null ? null : Day::iso((int) $of->settled_on),
                'type' => $of->type,
                'security' => $own?->reference,
                'name' => $own?->name,
                'new_security' => $new?->reference,
                'currency' => $of->currency,
                'to_currency' => $of->to_currency === '' ? null : $of->to_currency,
                ...array_combine(self::FIGURES, array_map(static fn (string $name): ?string => $of->{$name}, self::FIGURES)),
                'acquired' => $of->acquired === null ? null : Day::iso((int) $of->acquired),
                'lots' => $of->lots ?? [],
                'note' => $of->note,
                'reference' => $of->reference,
                'file' => $of->portfolio_file_id,
            ];
        }, $entries);
    }

    public function table(User $user, Portfolio $portfolio): TableFile
    {
        $entries = PortfolioEntry::query()->where('portfolio_id', $portfolio->id)->orderBy('day')->orderBy('id')->get()->all();
        $rows = array_map(
            static fn (array $of): array => array_map(static fn (string $head): string => (string) ($of[$head] ?? ''), self::HEADS),
            $this->of($user, array_values($entries)),
        );

        return new TableFile('Transactions', self::HEADS, $rows, count($rows), []);
    }
}
