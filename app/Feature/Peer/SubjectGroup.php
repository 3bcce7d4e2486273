<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Models\PeerGroup;
use App\Storage\Identity\CompanyIdentity;
use App\Storage\Identity\Identities;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;

/** A company with whom it is compared: those somebody chose, or else the closest there are. */
final readonly class SubjectGroup
{
    /**
     * @param  list<array{id: int, in: bool, reason: string|null}>  $members  in the order in which they were chosen
     * @param  PeerGroup|null  $chosen  null where nobody chose
     * @param  bool  $linked  whether they are those of a link rather than the reader's own
     */
    public function __construct(
        public CompanyIdentity $subject,
        public Universe $universe,
        public array $members,
        public ?PeerGroup $chosen,
        public bool $linked,
        private Identities $identities,
    ) {
    }

    /** @return list<int> companies that are in */
    public function in(): array
    {
        return array_values(array_column(array_filter($this->members, static fn (array $of): bool => $of['in']), 'id'));
    }

    /** @return array{ticker: string, name: string, listed: bool} as a company is called on the day, whether or not it is still traded */
    public function named(int $company): array
    {
        $identity = $this->identities->of($company, $this->universe->asOf) ?? $this->identities->of($company);

        return [
            'ticker' => $identity === null ? (string) $company : $identity->reference,
            'name' => $identity === null ? '' : $identity->name,
            'listed' => $this->universe->position($company) !== null,
        ];
    }

    /**
     * @param  string|null  $country  where they are; null for everywhere
     * @return list<int> without the subject
     */
    public function ofIndustry(string $industry, ?string $country = null): array
    {
        $mask = $this->universe->category('sector')->among([$industry]) & $this->universe->everyone();
        $mask = $country === null ? $mask : $mask & $this->universe->category('country')->among([$country]);
        $companies = array_map($this->universe->company(...), Mask::positions($mask));

        return array_values(array_filter($companies, fn (int $of): bool => $of !== $this->subject->id));
    }

    public function position(int $company): ?int
    {
        return $this->universe->position($company);
    }
}
