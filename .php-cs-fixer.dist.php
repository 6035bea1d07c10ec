<?php

declare(strict_types=1);

$files = (new PhpCsFixer\Finder())->in(
    array_map(static fn(string $folder): string => __DIR__ . "/{$folder}", [
        'app',
        'bench',
        'bootstrap',
        'config',
        'core/src',
        'core/tests',
        'database',
        'demo/src',
        'routes',
        'setup',
        'standin',
        'tests',
    ]),
);

return (new PhpCsFixer\Config())
    ->setRiskyAllowed(true)
    ->setParallelConfig(PhpCsFixer\Runner\Parallel\ParallelConfigFactory::detect())
    ->setCacheFile(__DIR__ . '/.setup/php-cs-fixer')
    ->setFinder($files)
    // The layout is Prettier's; what it does not look at is kept here.
    ->setRules([
        'declare_strict_types' => true,
        'fully_qualified_strict_types' => true,
        'lowercase_keywords' => true,
        'no_leading_import_slash' => true,
        'no_unused_imports' => true,
        'ordered_imports' => true,
        'single_import_per_statement' => true,
    ]);
