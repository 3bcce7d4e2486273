<?php

declare(strict_types=1);

// Classes every request works with are compiled and linked once, when the server starts: see opcache.preload.
// What cannot be loaded by itself (a part of a package that is not installed) is left for when it is asked for.
require __DIR__.'/../../vendor/autoload.php';

$rooms = [
    'App\\\\(?!Console|Export)',
    'Logion\\\\',
    'Illuminate\\\\(Auth|Bus|Cache|Collections|Config|Container|Contracts|Cookie|Encryption|Events|Filesystem|Hashing|Http|Log)\\\\',
    'Illuminate\\\\(Pagination|Pipeline|Support|Translation|Validation|View)\\\\',
    'Illuminate\\\\Database\\\\(?!Console|Migrations|Seeding)',
    'Illuminate\\\\Foundation\\\\(?!Console|Testing)',
    'Illuminate\\\\(Queue|Routing|Session)\\\\(?!Console)',
    'Symfony\\\\Component\\\\(HttpFoundation\\\\(?!Test)|HttpKernel\\\\Exception\\\\)',
    'Laravel\\\\Sanctum\\\\',
    'Carbon\\\\(?!Doctrine)',
    'Brick\\\\Math\\\\',
];
$wanted = '~^('.implode('|', $rooms).')~';
foreach (array_keys(require __DIR__.'/../../vendor/composer/autoload_classmap.php') as $class) {
    if (preg_match($wanted, $class) === 1) {
        try {
            class_exists($class) || interface_exists($class) || trait_exists($class);
        } catch (Throwable) {
            continue;
        }
    }
}
