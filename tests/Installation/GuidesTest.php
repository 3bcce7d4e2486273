<?php

declare(strict_types=1);

namespace Tests\Installation;

use App\Models\User;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Every command of the guides does what it says: those of the beginning on an empty database, the others on the demo. */
final class GuidesTest extends DemoTestCase
{
    use OwnDatabase;

    /** @return iterable<string, array{string}> */
    public static function guides(): iterable
    {
        foreach (glob(__DIR__.'/../../docs/guide/*.md') ?: [] as $guide) {
            if (preg_match('/^php artisan /m', (string) file_get_contents($guide)) === 1) {
                yield basename($guide) => [basename($guide)];
            }
        }
    }

    #[DataProvider('guides')]
    public function test_the_commands_of_a_guide_work(string $guide): void
    {
        $guide === 'starting-empty.md' ? $this->useOwnDatabase() : $this->someone('Root');
        preg_match_all('/^php artisan (.+)$/m', (string) file_get_contents(base_path("docs/guide/{$guide}")), $commands);
        $before = getcwd() ?: '.';
        chdir(base_path());
        try {
            foreach ($commands[1] as $command) {
                $this->app->forgetScopedInstances();
                $code = Artisan::call($command);
                $output = trim(Artisan::output());
                $this->assertSame(0, $code, "{$command}: {$output}");
                $this->assertNotSame('', $output, $command);
            }
        } finally {
            chdir($before);
        }
        $this->assertNotSame([], $commands[1]);
        if ($guide === 'starting-empty.md') {
            $this->assertSame([2, 4], [DB::table('companies')->count(), DB::table('imports')->where('state', 'stored')->count()]);
        }
        if ($guide === 'users-and-roles.md') {
            $this->assertSame('editor', User::query()->where('name', 'Ben')->firstOrFail()->role->value);
        }
    }
}
