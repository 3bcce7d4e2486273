<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Evaluation\CompanyScopes;
use App\Evaluation\FigureReport;
use App\Feature\Layout\LayoutRequest;
use App\Feature\Statement\StatementReport;
use App\Http\DatedRequest;
use App\Models\Country;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Logion\Figure\Words;
use Logion\Reference\IndustryTree;
use Logion\Reporting\LineItems;
use Logion\Reporting\Version;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class CompanyController
{
    public function show(CompanyRequest $request, CompanyScopes $scopes, Identities $identities, string $ticker): JsonResponse
    {
        $opened = $scopes->open($ticker, $request->context());
        $scope = $request->besidePeers() ? $scopes->besidePeers($opened, $request->context()) : $opened;
        $identity = $scopes->identity($scope);
        $listing = $identity->listing();
        $layout = ChosenLayout::of($request->user(), $scope->company->template->value, $request->validated('layout'));
        $reading = new FirstReading($scope, $layout?->definition);
        $last = $scope->prices->last();

        return new JsonResponse([
            'ticker' => $identity->reference,
            'listed_as' => $listing->ticker,
            'name' => $identity->name,
            'as_of' => Day::iso($scope->asOf),
            'description' => $identity->description,
            'template' => $scope->company->template->value,
            'template_chosen' => $scope->company->template->value !== $identity->template,
            'sector' => IndustryTree::label($identity->sector),
            'sector_code' => $identity->sector,
            'country' => Country::query()->find($identity->country)->name ?? $identity->country,
            'exchange' => $identities->exchanges()[$listing->exchange],
            'isin' => $identities->identifiers($identity->security)['isin'] ?? null,
            'currency' => $listing->currency,
            'reporting_currency' => $identity->reportingCurrency,
            'delisting' => $listing->to !== null && $listing->to <= $scope->asOf
                ? Day::iso($listing->to).': '.$listing->endedBecause
                : null,
            'price' => [
                'close' => $last < 0 ? null : $scope->prices->closes[$last],
                'change' => $last < 1 ? null : $scope->prices->closes[$last] / $scope->prices->closes[$last - 1] - 1,
                'day' => $last < 0 ? null : Day::iso($scope->prices->days[$last]),
            ],
            'beside' => $scope === $opened ? 'sector' : 'peers',
            'layout' => $layout === null ? null : ['id' => $layout->id, 'name' => $layout->name],
            'arrangement' => [
                'pictures' => $layout?->definition['pictures'] ?? LayoutRequest::PICTURES,
                ...$reading->arrangedBy(),
            ],
            'sections' => $reading->sections(),
            'history' => $reading->tenYears(),
        ]);
    }

    public function picture(CompanyRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());
        $picture = new FirstPicture($request->besidePeers() ? $scopes->besidePeers($scope, $request->context()) : $scope);

        return new JsonResponse([
            'price' => $picture->price(),
            'ten_years' => $picture->tenYears(),
            'expected' => $picture->expected(),
            'scales' => $picture->scales(),
        ]);
    }

    public function statements(StatementRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validated();
        $version = $data['version'] ?? null;
        $context = $request->context();
        $scope = $scopes->accounts($ticker, $version === null ? $context : $context->adjusted($version === 'adjusted'));

        return new JsonResponse(
            (new StatementReport($scope))->statement(
                $data['statement'] ?? 'income',
                $data['basis'] ?? 'annual',
                $data['view'] ?? 'amounts',
                (int) ($data['most'] ?? 12),
                $version === 'first' ? Version::FirstReported : Version::Restated,
            ),
        );
    }

    public function metrics(DatedRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());
        $report = new FigureReport($scope);
        $figures = [];
        foreach (
            array_slice(array_filter(explode(',', is_string($request->query('keys')) ? $request->query('keys') : '')), 0, 400) as $key
        ) {
            $figures[$scope->catalogue->get($key)->key] = $report->metric($key);
        }

        return new JsonResponse(['ticker' => $scope->company->ticker, 'as_of' => Day::iso($scope->asOf), 'figures' => (object) $figures]);
    }

    public function working(WorkingRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validated();
        $scope = $scopes->open($ticker, $request->context());
        $report = new FigureReport($scope);
        if (isset($data['line'])) {
            $item =
                LineItems::find($data['line']) ??
                throw new NotFoundHttpException(Words::say('there_is_no_statement_line', line: mb_substr($data['line'], 0, 60)));

            return new JsonResponse($report->explainLine($item, (int) ($data['period'] ?? 0), $data['basis'] ?? 'annual'));
        }
        $metric = (string) ($data['metric'] ?? '');

        return new JsonResponse(
            $scope->catalogue->find($metric) === null
                ? $report->explainFormula($metric)
                : $report->explainMetric($metric, isset($data['year']) ? (int) $data['year'] : null),
        );
    }
}
