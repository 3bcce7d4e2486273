<?php

declare(strict_types=1);

namespace App\Storage\Holding;

use App\Models\Instrument;
use App\Models\User;
use App\Storage\Identity\Identities;
use Illuminate\Support\Facades\DB;
use Logion\Identity\DatedListing;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** What somebody holds or may hold, by what it is called. */
final readonly class HeldSecurities
{
    public function __construct(private Identities $identities)
    {
    }

    /**
     * @param  list<string>  $keys
     * @return array<string, Held> by key
     */
    public function of(User $user, array $keys, int $day = Identities::LATEST): array
    {
        $securities = array_values(array_filter(array_map(Held::securityOf(...), $keys)));
        $instruments = array_values(array_filter(array_map(Held::instrumentOf(...), $keys)));

        return [...$this->listed($securities, $day), ...$this->own($user, $instruments)];
    }

    /**
     * What a text means: an instrument of one's own by its code, else a share by its ticker or an identifier.
     *
     * @throws NotFoundHttpException if it is nothing that is known; names the nearest tickers
     * @throws \Logion\Identity\AmbiguousReference if it could be several
     */
    public function find(User $user, string $text, int $day = Identities::LATEST): Held
    {
        $text = trim($text);
        $instrument = Instrument::query()->of($user)->where('code', mb_strtoupper($text))->value('id');
        if ($instrument !== null) {
            return $this->own($user, [(int) $instrument])["i{$instrument}"];
        }
        $security = $this->identified($text) ?? $this->called($text, $day);

        return $this->listed([$security], $day)["s{$security}"];
    }

    private function identified(string $text): ?int
    {
        $found = DB::table('identifiers')->where('value', mb_strtoupper($text))->distinct()->pluck('security_id');

        return count($found) === 1 ? (int) $found[0] : null;
    }

    /** The class of shares that has the ticker; the main one where the company is meant. */
    private function called(string $text, int $day): int
    {
        $company = $this->identities->company($text, $day);
        $ticker = mb_strtoupper((string) preg_replace('/^.*:/', '', $text));
        $own = array_values(
            array_filter($this->identities->ofCompany($company), static fn (DatedListing $of): bool => $of->ticker === $ticker),
        );
        $listing = DatedListing::nearest($own, $day);

        return $listing->security ?? ($this->identities->of($company, $day)->security ?? throw new NotFoundHttpException());
    }

    /**
     * @param  list<int>  $securities
     * @return array<string, Held>
     */
    private function listed(array $securities, int $day): array
    {
        $rows = DB::table('securities')
            ->join('companies', 'companies.id', '=', 'company_id')
            ->whereIn('securities.id', $securities)
            ->get([
                'securities.id', 'company_id', 'securities.name as class', 'securities.kind', 'main', 'companies.name', 'sector', 'country',
                'template',
            ]);
        $known = $this->identities->ofSecurities($securities);
        $held = [];
        foreach ($rows as $row) {
            $of = $known[(int) $row->id] ?? null;
            $main = array_values(array_filter($of['listings'] ?? [], static fn (DatedListing $one): bool => $one->main));
            $listing = DatedListing::nearest($main, $day);
            if ($of !== null && $listing !== null) {
                $held["s{$row->id}"] = new Held(
                    "s{$row->id}",
                    $of['reference'],
                    (string) $row->name.($row->main ? '' : ", {$row->class}"),
                    (string) $row->kind,
                    $listing->currency,
                    (int) $row->company_id,
                    (string) $row->sector,
                    (string) $row->country,
                    (string) $row->template,
                    listings: $main,
                );
            }
        }

        return $held;
    }

    /**
     * @param  list<int>  $instruments
     * @return array<string, Held>
     */
    private function own(User $user, array $instruments): array
    {
        $held = [];
        foreach ($instruments === [] ? [] : Instrument::query()->of($user)->whereKey($instruments)->get() as $of) {
            $held["i{$of->id}"] = new Held(
                "i{$of->id}",
                $of->code,
                $of->name,
                $of->kind,
                $of->currency,
                sector: $of->sector,
                country: $of->country,
                multiplier: $of->multiplier,
            );
        }

        return $held;
    }
}
