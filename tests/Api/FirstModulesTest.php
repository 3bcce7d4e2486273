<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Http\FirstModules;
use Tests\DemoTestCase;

/** The first page tells the browser at once all that it will want. */
final class FirstModulesTest extends DemoTestCase
{
    private string $public;

    protected function setUp(): void
    {
        parent::setUp();
        $this->public = sys_get_temp_dir().'/public-'.getmypid();
        @mkdir("{$this->public}/build", 0700, true);
        file_put_contents("{$this->public}/build/manifest.json", (string) json_encode([
            'resources/ts/main.ts' => ['src' => 'resources/ts/main.ts', 'file' => 'assets/main-1.js', 'imports' => ['_base-2.js']],
            '_base-2.js' => ['file' => 'assets/base-2.js', 'imports' => ['_runtime-3.js', 'resources/ts/main.ts']],
            '_runtime-3.js' => ['file' => 'assets/runtime-3.js'],
            'resources/ts/shell/SignInPage.vue' => ['file' => 'assets/SignIn-4.js', 'imports' => ['_base-2.js']],
            'resources/ts/features/desk/DeskPage.vue' => ['file' => 'assets/Desk-5.js', 'imports' => ['_base-2.js']],
            'resources/ts/features/read/ReadPage.vue' => ['file' => 'assets/Read-6.js'],
        ]));
        $this->app->usePublicPath($this->public);
    }

    protected function tearDown(): void
    {
        unlink("{$this->public}/build/manifest.json");
        parent::tearDown();
    }

    /** @return list<string> */
    private static function names(string $path, bool $isGuest): array
    {
        return array_map(basename(...), FirstModules::of($path, $isGuest));
    }

    public function test_what_is_imported_by_what_is_imported_is_told_too_and_once(): void
    {
        $all = ['main-1.js', 'base-2.js', 'runtime-3.js'];
        $this->assertSame([...$all, 'SignIn-4.js'], self::names('/', true));
        $this->assertSame([...$all, 'Desk-5.js'], self::names('/', false));
        $this->assertSame([...$all, 'Read-6.js'], self::names('read/BRSW/market', false));
        $this->assertSame($all, self::names('elsewhere', false), 'a page of its own comes when it is asked for');
        $this->assertSame($all, self::names('../../x', false));
    }

    public function test_the_page_asks_for_them_with_the_word_that_lets_scripts_in(): void
    {
        $page = (string) $this->get('/')->assertOk()->getContent();
        $this->assertSame(4, preg_match_all('#<link rel="modulepreload" href="[^"]+/build/assets/[^"]+\.js" nonce="[^"]{8,}">#', $page));
        $this->assertStringContainsString('<link rel="preload" href="/api/v1/session" as="fetch" crossorigin="anonymous">', $page);
        $page = (string) $this->actingAs($this->someone())->get('/desk')->assertOk()->getContent();
        $this->assertStringContainsString('Desk-5.js', $page);
        $this->assertStringNotContainsString('SignIn-4.js', $page);
    }

    public function test_before_anything_is_built_there_is_nothing_to_tell(): void
    {
        file_put_contents("{$this->public}/build/manifest.json", '');
        $this->assertSame([], FirstModules::of('desk', false));
    }
}
