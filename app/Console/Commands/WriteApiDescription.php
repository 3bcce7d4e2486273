<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use OpenApi\Generator;

final class WriteApiDescription extends Command
{
    protected $signature = 'logion:api-description {--check : fail if the file is stale instead of writing it}';

    protected $description = 'Write the OpenAPI description from the controllers\' attributes';

    /** The description as the attributes give it. */
    public static function description(): string
    {
        return Generator::scan([app_path('Http'), app_path('Feature'), app_path('Task')], ['version' => '3.1.0'])?->toJson().PHP_EOL;
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
