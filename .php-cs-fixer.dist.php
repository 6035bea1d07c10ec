<?php

declare(strict_types=1);

$files = (new PhpCsFixer\Finder)
    ->in(array_map(static fn (string $folder): string => __DIR__."/{$folder}", [
        'app', 'bench', 'bootstrap', 'config', 'core/src', 'core/tests', 'database', 'demo/src', 'routes', 'setup', 'standin', 'tests',
    ]));

return (new PhpCsFixer\Config)
    ->setRiskyAllowed(true)
    ->setParallelConfig(PhpCsFixer\Runner\Parallel\ParallelConfigFactory::detect())
    ->setCacheFile(__DIR__.'/.setup/php-cs-fixer')
    ->setFinder($files)
    ->setRules([
        '@PER-CS' => true,
        'declare_strict_types' => true,
        'concat_space' => ['spacing' => 'none'],
        'new_with_parentheses' => ['named_class' => false, 'anonymous_class' => false],
        'not_operator_with_successor_space' => true,
        'single_line_empty_body' => false,
        'no_unused_imports' => true,
        'ordered_imports' => true,
        'global_namespace_import' => false,
        'fully_qualified_strict_types' => true,
        'phpdoc_align' => false,
        'php_unit_method_casing' => false,
        'function_declaration' => ['closure_fn_spacing' => 'one', 'closure_function_spacing' => 'one'],
        'method_argument_space' => ['on_multiline' => 'ignore'],
        'trailing_comma_in_multiline' => ['elements' => ['arrays', 'arguments', 'parameters', 'match']],
    ]);
