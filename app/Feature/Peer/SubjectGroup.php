<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\EvaluationContext;
use App\Feature\Screening\Universes;
use App\Models\PeerGroup;
use App\Storage\ChosenPeers;
use App\Storage\Identity\CompanyIdentity;
use App\Storage\Identity\Identities;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;

/** A company with whom it is compared: those the reader chose, or else the closest there are. */
final readonly class SubjectGroup
{
    /** So many are taken where nobody has chosen. */
    private const UNCHOSEN = 5;

    /**
     * @param  list<array{id: int, in: bool, reason: string|null}>  $members  in the order in which they were chosen
     * @param  PeerGroup|null  $chosen  null where nobody chose
     */
    private function __construct(
        public CompanyIdentity $subject,
        public Universe $universe,
        public array $members,
        public ?PeerGroup $chosen,
        private Identities $identities,
    ) {
    }

    public static function of(
        string $ticker,
        EvaluationContext $context,
        Universes $universes,
        Identities $identities,
        ChosenPeers $peers,
        PeerProposals $proposals,
    ): self {
        $id = $identities->company($ticker, $context->day);
        $subject = $identities->of($id, $context->day) ?? throw new \LogicException('The company was just found.');
        $universe = $universes->on($context);
        $chosen = $context->user === null ? null : $peers->latest($context->user->id, $id);
        $members = [];
        if ($chosen === null) {
            foreach ($proposals->closest($universe, $id, self::UNCHOSEN) as $closest) {
                $members[] = ['id' => $universe->company($closest['position']), 'in' => true, 'reason' => null];
            }
        } else {
            foreach ($chosen->peers as $peer) {
                // After a merger a company may stand among its own peers.
                if ((int) $peer->company_id !== $id) {
                    $members[] = ['id' => (int) $peer->company_id, 'in' => (bool) $peer->included, 'reason' => $peer->reason];
                }
            }
        }

        return new self($subject, $universe, $members, $chosen, $identities);
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
