<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Http\DatedRequest;
use App\Storage\Identity\Identities;
use Illuminate\Validation\ValidationException;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Whom a company is compared with from now on: who is in, who is left out, and why. */
final class PeersRequest extends DatedRequest
{
    public const MOST = 50;

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'peers' => ['present', 'array', 'list', 'max:'.self::MOST],
            'peers.*.ticker' => ['required', 'string', 'max:60'],
            'peers.*.in' => ['required', 'boolean'],
            'peers.*.reason' => ['nullable', 'string', 'max:500'],
        ];
    }

    /**
     * @return list<array{company: int, in: bool, reason: string|null}>
     *
     * @throws ValidationException if one is not known, is the subject itself, or is named twice
     */
    public function members(Identities $identities, int $subject): array
    {
        $members = [];
        foreach ($this->validated('peers') as $i => $peer) {
            try {
                $id = $identities->company($peer['ticker'], $this->context()->day);
            } catch (NotFoundHttpException $unknown) {
                throw ValidationException::withMessages(["peers.{$i}.ticker" => $unknown->getMessage()]);
            }
            if ($id === $subject) {
                throw ValidationException::withMessages(["peers.{$i}.ticker" => Words::say('a_company_is_no_peer_of_itself')]);
            }
            if (isset($members[$id])) {
                throw ValidationException::withMessages([
                    "peers.{$i}.ticker" => Words::say('a_peer_is_named_twice', ticker: $peer['ticker']),
                ]);
            }
            $reason = trim((string) ($peer['reason'] ?? ''));
            $members[$id] = ['company' => $id, 'in' => (bool) $peer['in'], 'reason' => $reason === '' ? null : $reason];
        }

        return array_values($members);
    }
}
