<?php

declare(strict_types=1);

namespace App\Storage\Holding;

use Logion\Identity\DatedListing;

/** What can be held: a listed security, or an instrument of the owner's own. */
final readonly class Held
{
    /**
     * @param  string  $key  tells it from all others
     * @param  string  $reference  how it is referred to
     * @param  string  $currency  it is traded in
     * @param  int|null  $company  null for what is no company's
     * @param  string|null  $sector  of industries; null where none is known
     * @param  string|null  $template  the kind of business
     * @param  list<DatedListing>  $listings  that make its series of prices, one after another
     */
    public function __construct(
        public string $key,
        public string $reference,
        public string $name,
        public string $kind,
        public string $currency,
        public ?int $company = null,
        public ?string $sector = null,
        public ?string $country = null,
        public ?string $template = null,
        public string $multiplier = '1',
        public array $listings = [],
    ) {
    }

    public static function keyOf(?int $security, ?int $instrument): string
    {
        return $security !== null ? "s{$security}" : ($instrument !== null ? "i{$instrument}" : '');
    }

    /** The number under which a listed security is kept; null for an instrument. */
    public static function securityOf(string $key): ?int
    {
        return str_starts_with($key, 's') ? (int) substr($key, 1) : null;
    }

    public static function instrumentOf(string $key): ?int
    {
        return str_starts_with($key, 'i') ? (int) substr($key, 1) : null;
    }
}
