<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Change;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\CompanyRefresh;
use App\Storage\EconomyReader;
use App\Storage\EconomySeries;
use App\Storage\InstallationDay;
use App\Storage\Settings;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\AnonymousResourceCollection;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** What the installation knows of its world besides companies' figures, what is still missing, and who changed what. */
final class ReferenceController
{
    /** Changes on a page of the list, the latest first. */
    private const PER_PAGE = 100;

    public function index(ReferenceOverview $overview): JsonResponse
    {
        return new JsonResponse($overview->all());
    }

    public function series(EconomySeries $series, string $name): JsonResponse
    {
        $values = $series->of($name);

        return new JsonResponse([
            'name' => $name,
            'label' => EconomySeries::label($name),
            'points' => array_map(
                static fn (int $day, float $value): array => ['day' => Day::iso($day), 'value' => $value],
                array_keys($values),
                $values,
            ),
        ]);
    }

    public function putSeries(SeriesRequest $request, Rates $rates, EconomySeries $series, string $name): JsonResponse
    {
        $rates->put($request->user(), $name, $request->points());

        return $this->series($series, $name);
    }

    public function changes(): AnonymousResourceCollection
    {
        return ChangeResource::collection(Change::listed()->with('author', 'import')->latest('id')->paginate(self::PER_PAGE));
    }

    public function undo(
        Request $request,
        ChangeLog $log,
        ColumnStore $columns,
        Settings $settings,
        EconomyReader $economy,
        InstallationDay $day,
        CompanyRefresh $refresh,
        Change $change,
    ): JsonResponse {
        if ($change->import !== null) {
            throw Refusal::because(Words::say('it_came_with_an_import_take_that', name: $change->import->name));
        }
        $log->undo($change, $request->user());
        $log->changesFigures($change) && $columns->forgetFrom(0);
        $day->recompute();
        $refresh->companies(array_fill_keys($log->companiesOfReports($change), 0));
        $settings->forget();
        $economy->forget();

        return new JsonResponse(new ChangeResource($change->load('author', 'import')));
    }
}
