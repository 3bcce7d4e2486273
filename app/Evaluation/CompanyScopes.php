<?php

declare(strict_types=1);

namespace App\Evaluation;

use App\Storage\ChosenPeers;
use App\Storage\ColumnStore;
use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use App\Storage\Identity\CompanyIdentity;
use App\Storage\Identity\Identities;
use Logion\CrossSection\UniversePeers;
use Logion\Market\Economy;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;

/** Opens a company on an as-of day. */
final class CompanyScopes
{
    public function __construct(
        private readonly CompanyReader $companies,
        private readonly EconomyReader $economy,
        private readonly ColumnStore $columns,
        private readonly Identities $identities,
        private readonly ChosenPeers $chosen,
    ) {
    }

    /**
     * Among the companies of its universe, if the columns of the day are there; nothing is computed for others than itself.
     *
     * @throws \Symfony\Component\HttpKernel\Exception\NotFoundHttpException if no company has the ticker; names the nearest ones
     * @throws \Logion\Identity\AmbiguousReference if several have
     */
    public function open(string $ticker, EvaluationContext $context): CompanyScope
    {
        return $this->ofCompany($this->identities->company($ticker, $context->day), $context);
    }

    /** The same of a company whose number is known. */
    public function ofCompany(int $id, EvaluationContext $context): CompanyScope
    {
        $company = $this->read($id, $context, false);
        $universe = $this->columns->universe($context->day, false, $context->catalogue, as: $context->as);

        return new CompanyScope(
            $company,
            $context->day,
            $context->catalogue,
            $this->economy->read(),
            $universe === null ? null : new ComputedPeers(new UniversePeers($universe)),
        );
    }

    /**
     * As reported, and with what the reader marked as one-off left out; that is null where nothing was marked.
     *
     * @return array{CompanyScope, CompanyScope|null}
     *
     * @throws \Symfony\Component\HttpKernel\Exception\NotFoundHttpException if no company has the ticker; names the nearest ones
     */
    public function reportedAndAdjusted(string $ticker, EvaluationContext $context): array
    {
        $adjusted = $this->open($ticker, $context->adjusted(true));

        return $adjusted->company->oneOffs === [] ? [$adjusted, null] : [$this->open($ticker, $context->adjusted(false)), $adjusted];
    }

    /** The same, with the peers the reader chose in place of the sector; as it is where nobody chose any that is traded. */
    public function besidePeers(CompanyScope $scope, EvaluationContext $context): CompanyScope
    {
        $kept = $context->user === null ? null : $this->chosen->latest($context->user->id, $scope->company->id);
        $universe = $kept === null ? null : $this->columns->universe($context->day, false, $context->catalogue, as: $context->as);
        if ($kept === null || $universe === null) {
            return $scope;
        }
        $positions = [];
        foreach ($kept->peers as $peer) {
            $at = $peer->included ? $universe->position((int) $peer->company_id) : null;
            if ($at !== null && (int) $peer->company_id !== $scope->company->id) {
                $positions[] = $at;
            }
        }

        return $positions === [] ? $scope : $scope->among(new ComputedPeers(new UniversePeers($universe, group: $positions)));
    }

    /** Where nothing but statements is asked for: without prices, peers and metrics. */
    public function accounts(string $ticker, EvaluationContext $context): CompanyScope
    {
        return new CompanyScope(
            $this->read($this->identities->company($ticker, $context->day), $context, true),
            $context->day,
            Catalogue::withoutMetrics(),
            new Economy(),
        );
    }

    /** What the company of a scope is called on its day. */
    public function identity(CompanyScope $scope): CompanyIdentity
    {
        return $this->identities->of($scope->company->id, $scope->asOf) ?? throw new \LogicException('The company was just opened.');
    }

    private function read(int $id, EvaluationContext $context, bool $accountsOnly): CompanyData
    {
        return $this->companies->read($id, $context->as, $accountsOnly, $context->day) ??
            throw new \LogicException('The company was just found.');
    }

    /** The company a reference means, by default now. */
    public function companyId(string $ticker): int
    {
        return $this->identities->company($ticker);
    }
}
