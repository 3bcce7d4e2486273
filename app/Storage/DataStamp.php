<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;

/** Tells whether what is shared changed since: imports taken in or undone, what was changed by hand, and the day the data reach to. */
final readonly class DataStamp
{
    public function __construct(private InstallationDay $day)
    {
    }

    /** Of that and of what somebody changed for themselves. */
    public function readAs(?Viewpoint $as): string
    {
        return $this->read().' '.$as?->stamp();
    }

    public function read(): string
    {
        $imports = DB::table('imports')->whereNotNull('stored_at')->selectRaw('count(*) as number, max(updated_at) as last')->first();

        return sha1((string) json_encode([$imports, DB::table('changes')->max('id'), $this->day->read()]));
    }
}
