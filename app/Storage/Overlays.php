<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Metric\Catalogue;

/** Opens the overlay of a viewpoint on a day; none where it changes nothing. */
final class Overlays
{
    public function __construct(
        private readonly CompanyReader $companies,
        private readonly EconomyReader $economy,
        private readonly DataStamp $stamp,
    ) {
    }

    /** @param  string  $ids  companies of the day, packed */
    public function of(Viewpoint $as, int $asOf, string $ids): ?Overlay
    {
        $changed = $as->companies();
        $positions = [];
        foreach (array_keys($changed) as $id) {
            $needle = pack('V', $id);
            for ($at = strpos($ids, $needle); $at !== false && $at % 4 !== 0; $at = strpos($ids, $needle, $at + 1));
            if ($at !== false) {
                $positions[intdiv($at, 4)] = $id;
            }
        }

        if ($positions === []) {
            return null;
        }
        // Several databases may be served from one folder.
        $stamp = sha1(DB::connection()->getDatabaseName()." {$asOf} ".$this->stamp->readAs($as));

        return new Overlay($as, $asOf, $positions, $changed, $this->companies, $this->economy, Catalogue::builtIn(), $stamp);
    }
}
