<?php

declare(strict_types=1);

namespace App\Feature\Transaction;

use App\Models\PastTransaction;
use Logion\Reference\IndustryTree;

/** Which past transactions one looks at. */
final readonly class TransactionFilter
{
    /**
     * @param  int|null  $from  day YYYYMMDD, and until
     * @param  string|null  $industry  a section's letter or the first digits of a code
     * @param  float|null  $least  enterprise value, and most
     * @param  list<int>|null  $left  those that do not count, as a link tells them; null for those the reader left out
     */
    public function __construct(
        public ?int $from = null,
        public ?int $until = null,
        public ?string $industry = null,
        public ?string $country = null,
        public ?string $buyer = null,
        public ?float $least = null,
        public ?float $most = null,
        public ?array $left = null,
    ) {
    }

    public function admits(PastTransaction $of, ?float $enterpriseValue): bool
    {
        return ($this->from === null || $of->announced_on >= $this->from) &&
            ($this->until === null || $of->announced_on <= $this->until) &&
            ($this->industry === null || IndustryTree::contains($this->industry, (string) $of->industry)) &&
            ($this->country === null || $of->country === $this->country) &&
            ($this->buyer === null || $of->buyer === $this->buyer) &&
            ($this->least === null || ($enterpriseValue !== null && $enterpriseValue >= $this->least)) &&
            ($this->most === null || ($enterpriseValue !== null && $enterpriseValue <= $this->most));
    }
}
