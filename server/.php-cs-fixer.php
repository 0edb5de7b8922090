<?php

declare(strict_types=1);

$finder = (new PhpCsFixer\Finder())->in([__DIR__.'/bench', __DIR__.'/src', __DIR__.'/tests', __DIR__.'/migrations', __DIR__.'/../core/src', __DIR__.'/../core/tests']);

return (new PhpCsFixer\Config())->setRiskyAllowed(true)->setFinder($finder)->setRules([
    '@Symfony' => true,
    'declare_strict_types' => true,
    'phpdoc_align' => false,
    'phpdoc_to_comment' => false,
    'global_namespace_import' => false,
    'concat_space' => ['spacing' => 'none'],
    'yoda_style' => false,
    // A refusal with its figures is longer than a line that can be read at once.
    'single_line_throw' => false,
    'ordered_imports' => true,
    'no_unused_imports' => true,
    'strict_comparison' => true,
]);
