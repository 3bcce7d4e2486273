<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Setting;
use Closure;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Logion\Figure\Words;

/**
 * Tells whether what is shared changed since: imports taken in or undone, what was changed by hand or changed back, and the day the data
 * reach to. Whoever changes data says so here, in the transaction of the change and before what follows from it is written.
 */
final readonly class DataStamp
{
    /** Names of the rows that hold a new word after each change: whatever it was of, and of what no company has for itself. */
    private const ANY = 'data_version';

    private const SHARED = 'shared_data_version';

    /** Above so many companies all are taken for changed. */
    private const MOST = 1000;

    /** After so many tries it is given up to compute what data that change all the while give. */
    private const MOST_TRIES = 20;

    public function __construct(private InstallationDay $day)
    {
    }

    /**
     * Does again what was done with data that were changed before it was stored.
     *
     * @param  Closure(): bool  $try  false where nothing was stored since data were changed
     *
     * @throws \RuntimeException where that does not end
     */
    public static function insist(Closure $try): void
    {
        for ($tries = 1; ! $try(); $tries++) {
            if ($tries === self::MOST_TRIES) {
                throw new \RuntimeException(Words::say('data_change_all_the_while'));
            }
        }
    }

    /** Of that and of what somebody changed for themselves. */
    public function readAs(?Viewpoint $as): string
    {
        return $this->read().' '.$as?->stamp();
    }

    public function read(): string
    {
        return $this->of(self::ANY, null);
    }

    /**
     * Of what a part of some work looks at: what is known of some companies, and what none has for itself.
     *
     * @param  list<int>  $companies
     */
    public function readOf(array $companies, ?Viewpoint $as = null): string
    {
        $versions = 0;
        foreach (array_chunk($companies, self::MOST) as $some) {
            $versions += (int) DB::table('company_versions')->whereIn('company_id', $some)->sum('version');
        }

        return $this->ofCompanies($versions, $as);
    }

    /**
     * Whether parts still have the stamps they had. Until the transaction that was begun ends they keep them: who would change data waits.
     *
     * @param  list<array{string, list<int>}>  $parts  stamp and companies of each
     */
    public function holds(array $parts): bool
    {
        $this->lock();
        // In one question: there may be hundreds of parts.
        $versions = DB::table('company_versions')->pluck('version', 'company_id')->all();
        foreach ($parts as [$stamp, $companies]) {
            $sum = 0;
            foreach (array_unique($companies) as $company) {
                $sum += (int) ($versions[$company] ?? 0);
            }
            if ($stamp !== $this->ofCompanies($sum, null)) {
                return false;
            }
        }

        return true;
    }

    /** Who would change data, or move the day, waits until the transaction that was begun ends. */
    public function lock(): void
    {
        Setting::query()->insertOrIgnore([['name' => self::ANY, 'value' => '']]);
        Setting::query()->where('name', self::ANY)->lockForUpdate()->value('value');
    }

    /**
     * What is known of some companies is other.
     *
     * @param  list<int>  $companies
     */
    public static function changeCompanies(array $companies): void
    {
        if (count($companies) > self::MOST) {
            self::changeShared();

            return;
        }
        self::renew([self::ANY]);
        DB::table('company_versions')->upsert(
            array_map(static fn (int $id): array => ['company_id' => $id, 'version' => 1], $companies),
            ['company_id'],
            ['version' => DB::raw('company_versions.version + 1')],
        );
    }

    /** Something is other that may bear on any company. */
    public static function changeShared(): void
    {
        self::renew([self::ANY, self::SHARED]);
    }

    private function ofCompanies(int $versions, ?Viewpoint $as): string
    {
        return $this->of(self::SHARED, $versions).' '.$as?->stamp();
    }

    private function of(string $name, ?int $versions): string
    {
        $word = Setting::query()->where('name', $name)->value('value');

        return sha1((string) json_encode([$word, $versions, $this->day->read()]));
    }

    /** @param  list<string>  $names */
    private static function renew(array $names): void
    {
        $word = (string) Str::ulid();
        Setting::query()->upsert(
            array_map(static fn (string $name): array => ['name' => $name, 'value' => $word], $names),
            ['name'],
            ['value'],
        );
    }
}
