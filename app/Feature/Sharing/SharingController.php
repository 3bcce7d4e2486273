<?php

declare(strict_types=1);

namespace App\Feature\Sharing;

use App\Evaluation\Catalogues;
use App\Models\CompanyList;
use App\Models\CompanyListItem;
use App\Models\OwnMetric;
use App\Models\Screen;
use App\Models\User;
use App\Policies\OwnerPolicy;
use App\Storage\Identity\Identities;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Logion\Comparison\OwnMetricDefinition;
use Logion\Screening\ScreenDefinition;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** What people of an installation show each other: to be read by all, changed by its owner, and copied by whoever wants one. */
final class SharingController
{
    public function index(Request $request, Identities $identities): JsonResponse
    {
        $entries = [];
        foreach (Shareable::cases() as $kind) {
            $things = self::readable($kind, $request->user())->with('user')->latest('id')->get();
            foreach ($things as $thing) {
                $entries[] = self::entry($kind, $thing, $request->user(), $identities);
            }
        }

        return new JsonResponse($entries);
    }

    public function update(SharingRequest $request, Identities $identities, string $key, int $id): JsonResponse
    {
        $kind = self::kind($key);
        $thing = $kind->query()->with('user')->find($id) ?? throw new NotFoundHttpException(OwnerPolicy::notFound());
        Gate::authorize('update', $thing);
        $thing->update(['shared' => $request->validated('shared')]);

        return new JsonResponse(self::entry($kind, $thing, $request->user(), $identities));
    }

    public function copy(Request $request, Catalogues $catalogues, Identities $identities, string $key, int $id): JsonResponse
    {
        $kind = self::kind($key);
        $user = $request->user();
        $thing = self::readable($kind, $user)->find($id) ?? throw new NotFoundHttpException(OwnerPolicy::notFound());
        self::mustBeUnderstood($thing, $user, $catalogues);
        $copy = DB::transaction(static function () use ($thing, $user): Model {
            $copy = $thing->replicate(['shared'])->fill(['user_id' => $user->id]);
            $copy->save();
            if ($thing instanceof CompanyList) {
                $thing->items->each(
                    static fn (CompanyListItem $item) => $item
                        ->replicate(['mark', 'reason'])
                        ->fill(['company_list_id' => $copy->getKey()])
                        ->save(),
                );
            }

            return $copy;
        });
        $catalogues->forget($user);

        return new JsonResponse(self::entry($kind, $kind->query()->with('user')->findOrFail($copy->getKey()), $user, $identities), 201);
    }

    /**
     * One's own, and what others share.
     *
     * @return Builder<covariant Model>
     */
    private static function readable(Shareable $kind, User $user): Builder
    {
        return $kind->query()->where(static function (Builder $query) use ($user): void {
            $query->where('user_id', $user->id)->orWhere('shared', true);
        });
    }

    /** A copy may name what only its first owner has. */
    private static function mustBeUnderstood(Model $thing, User $user, Catalogues $catalogues): void
    {
        $catalogue = $catalogues->of($user);
        if ($thing instanceof Screen) {
            array_map($catalogue->parse(...), ScreenDefinition::fromArray($thing->definition)->formulas());
        } elseif ($thing instanceof OwnMetric) {
            OwnMetricDefinition::define(
                $catalogue,
                $thing->key,
                $thing->label,
                $thing->kind,
                $thing->definition['definition'],
                $thing->unit,
                $thing->better,
                $thing->note,
            );
        } else {
            array_map($catalogue->parse(...), (array) ($thing->getAttribute('columns') ?? []));
        }
    }

    private static function kind(string $key): Shareable
    {
        return Shareable::tryFrom($key) ?? throw new NotFoundHttpException();
    }

    /** @return array<string, mixed> */
    private static function entry(Shareable $kind, Model $thing, User $user, Identities $identities): array
    {
        $isOwn = $thing->getAttribute('user_id') === $user->id;

        return [
            'kind' => $kind->value,
            'id' => $thing->getKey(),
            'name' => Shareable::name($thing),
            'holds' => Shareable::holds($thing, $identities),
            'owner' => $isOwn ? null : (string) $thing->getRelationValue('user')?->name,
            'shared' => (bool) $thing->getAttribute('shared'),
        ];
    }
}
