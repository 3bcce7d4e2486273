<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Http\OpenApi\ErrorAnswers;
use Illuminate\Console\Command;
use OpenApi\Generator;

final class WriteApiDescription extends Command
{
    protected $signature = 'logion:api-description {--check : fail if the file is stale instead of writing it}';

    protected $description = 'Write the OpenAPI description from the controllers\' attributes';

    /** The description as the attributes give it. */
    public static function description(): string
    {
        $description =
            Generator::scan([app_path('Http'), app_path('Feature'), app_path('Task')], ['version' => '3.1.0']) ??
            throw new \LogicException('The controllers describe nothing.');
        app(ErrorAnswers::class)->addTo($description);

        $content = json_decode($description->toJson());
        self::admitNull($content);

        return json_encode($content, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR).PHP_EOL;
    }

    /** What may be null may be so beside the values it is one of, which the generator leaves out. */
    private static function admitNull(mixed $content): void
    {
        if ($content instanceof \stdClass && isset($content->enum, $content->type) && in_array('null', (array) $content->type, true)) {
            in_array(null, $content->enum, true) || ($content->enum[] = null);
        }
        foreach (is_array($content) || $content instanceof \stdClass ? (array) $content : [] as $part) {
            self::admitNull($part);
        }
    }

    public function handle(): int
    {
        $file = resource_path('ts/api/openapi.json');
        $json = self::description();
        if ($this->option('check')) {
            if (! is_file($file) || file_get_contents($file) !== $json) {
                $this->error('resources/ts/api/openapi.json is stale: run php artisan logion:api-description and npm run api.');

                return self::FAILURE;
            }

            return self::SUCCESS;
        }
        if (! is_dir(dirname($file))) {
            mkdir(dirname($file), recursive: true);
        }
        file_put_contents($file, $json);

        return self::SUCCESS;
    }
}
