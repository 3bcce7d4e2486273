<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\EvaluationContext;
use App\Feature\Screening\Universes;
use App\Models\PeerGroup;
use App\Storage\ChosenPeers;
use App\Storage\Identity\Identities;
use Logion\CrossSection\Universe;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/**
 * Opens a company with whom it is compared. A link brings its own peers along: those of a version that somebody of this installation
 * kept, or the closest there are though the reader chose others; of another company it changes nothing.
 */
final readonly class SubjectGroups
{
    /** So many are taken where nobody has chosen. */
    private const UNCHOSEN = 5;

    public function __construct(
        private Universes $universes,
        private Identities $identities,
        private ChosenPeers $peers,
        private PeerProposals $proposals,
    ) {
    }

    /**
     * @throws NotFoundHttpException if no company has the ticker, or a link names peers that are kept no more
     * @throws \Symfony\Component\HttpKernel\Exception\ConflictHttpException if the day is not computed yet
     */
    public function of(string $ticker, EvaluationContext $context): SubjectGroup
    {
        $id = $this->identities->company($ticker, $context->day);
        $subject = $this->identities->of($id, $context->day) ?? throw new \LogicException('The company was just found.');
        $universe = $this->universes->on($context);
        [$chosen, $linked] = $this->chosen($id, $context);

        return new SubjectGroup(
            $subject,
            $universe,
            $chosen === null ? $this->closest($universe, $id) : self::members($chosen, $id),
            $chosen,
            $linked,
            $this->identities,
        );
    }

    /** What a link says to restore the peers of a group; it cannot be guessed, as reasons are told to whom one gives it. */
    public static function link(SubjectGroup $group): string
    {
        return $group->chosen === null
            ? "closest-{$group->subject->id}"
            : $group->chosen->id.'-'.self::signature((int) $group->chosen->id);
    }

    private static function signature(int $version): string
    {
        return substr(hash_hmac('sha256', "peers {$version}", (string) config('app.key')), 0, 20);
    }

    /** @return array{PeerGroup|null, bool} the version that counts, and whether a link named it */
    private function chosen(int $company, EvaluationContext $context): array
    {
        $told = explode('-', $context->peers ?? '', 2);
        if ($told === ['closest', (string) $company]) {
            return [null, true];
        }
        if (ctype_digit($told[0])) {
            $version = hash_equals(self::signature((int) $told[0]), $told[1] ?? '') ? $this->peers->version((int) $told[0]) : null;
            if ($version === null) {
                throw new NotFoundHttpException(Words::say('the_peers_of_a_link_are_gone'));
            }
            if ((int) $version->company_id === $company) {
                return [$version, true];
            }
        }

        return [$context->user === null ? null : $this->peers->latest($context->user->id, $company), false];
    }

    /** @return list<array{id: int, in: bool, reason: string|null}> */
    private function closest(Universe $universe, int $subject): array
    {
        return array_map(
            static fn (array $of): array => ['id' => $universe->company($of['position']), 'in' => true, 'reason' => null],
            $this->proposals->closest($universe, $subject, self::UNCHOSEN),
        );
    }

    /** @return list<array{id: int, in: bool, reason: string|null}> */
    private static function members(PeerGroup $chosen, int $subject): array
    {
        $members = [];
        foreach ($chosen->peers as $peer) {
            // After a merger a company may stand among its own peers.
            if ((int) $peer->company_id !== $subject) {
                $members[] = ['id' => (int) $peer->company_id, 'in' => (bool) $peer->included, 'reason' => $peer->reason];
            }
        }

        return $members;
    }
}
