<?php

declare(strict_types=1);

$files = (new PhpCsFixer\Finder)
    ->in([__DIR__.'/app', __DIR__.'/bench', __DIR__.'/bootstrap', __DIR__.'/config', __DIR__.'/core/src', __DIR__.'/core/tests', __DIR__.'/database', __DIR__.'/demo/src', __DIR__.'/routes', __DIR__.'/standin', __DIR__.'/tests'])
    ->exclude('cache');

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
