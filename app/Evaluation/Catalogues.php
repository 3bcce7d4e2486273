<?php

declare(strict_types=1);

namespace App\Evaluation;

use App\Models\OwnMetric;
use App\Models\Screen;
use App\Models\User;
use Logion\Comparison\OwnMetricDefinition as Definition;
use Logion\Figure\Words;
use Logion\Metric\Catalogue;
use Logion\Metric\Metric;
use Logion\Screening\ScreenDefinition;

/** The catalogues of users: the built-in metrics and a user's own, read once. */
final class Catalogues
{
    /** @var array<int, Catalogue> by user */
    private array $read = [];

    /** The built-in catalogue for nobody. */
    public function of(?User $user): Catalogue
    {
        return $user === null
            ? Catalogue::builtIn()
            : ($this->read[$user->id] ??= Catalogue::builtIn()->with(
                array_merge([], ...OwnMetric::query()->of($user)->orderBy('id')->get()->map(self::metrics(...))->all()),
            ));
    }

    /** Own metrics have changed: read them again. */
    public function forget(User $user): void
    {
        unset($this->read[$user->id]);
    }

    /** @return array<string, Metric> */
    public static function metrics(OwnMetric $metric): array
    {
        return Definition::make(
            $metric->key,
            $metric->label,
            $metric->kind,
            $metric->definition['definition'],
            $metric->unit,
            $metric->better,
            $metric->note,
        );
    }

    /**
     * Where a user's metric is used.
     *
     * @return list<string> such as `screen "Quiet compounders"`
     */
    public function uses(User $user, OwnMetric $metric): array
    {
        $keys = array_keys(self::metrics($metric));
        $catalogue = $this->of($user);
        $names = static function (array $formulas) use ($catalogue): array {
            $names = [];
            foreach ($formulas as $formula) {
                try {
                    array_push($names, ...$catalogue->parse($formula)->names());
                } catch (\Logion\Figure\LogionException) {
                    // What cannot be read names nothing.
                }
            }

            return $names;
        };
        $uses = [];
        foreach (OwnMetric::query()->of($user)->whereKeyNot($metric->id)->get() as $other) {
            if (array_intersect($keys, $catalogue->ownDependencies($other->key)) !== []) {
                $uses[] = "metric \"{$other->label}\"";
            }
        }
        foreach (Screen::query()->of($user)->get() as $screen) {
            if (array_intersect($keys, $names(ScreenDefinition::fromArray($screen->definition)->formulas())) !== []) {
                $uses[] = Words::say('screen_of_name', name: $screen->name);
            }
        }
        foreach (\App\Models\ColumnView::query()->of($user)->get() as $view) {
            if (array_intersect($keys, $names($view->columns)) !== []) {
                $uses[] = Words::say('column_set_of_name', name: $view->name);
            }
        }

        return $uses;
    }
}
