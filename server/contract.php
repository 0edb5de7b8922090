<?php

declare(strict_types=1);

use Symfony\Component\Yaml\Yaml;

// The contract as one document: its rooms put together. Nothing may stand in two of them.
return (static function (): array {
    $whole = (array) Yaml::parseFile(__DIR__.'/contract/openapi.yaml');
    $parts = ['paths' => [], 'schemas' => [], 'parameters' => [], 'responses' => []];
    foreach (glob(__DIR__.'/contract/*.yaml') ?: [] as $file) {
        foreach (basename($file) === 'openapi.yaml' ? [] : (array) Yaml::parseFile($file) as $kind => $entries) {
            $twice = array_intersect_key($parts[$kind], $entries);
            if ($twice !== []) {
                throw new LogicException(sprintf('%s stands in the contract twice.', implode(', ', array_keys($twice))));
            }
            $parts[$kind] += $entries;
        }
    }
    $paths = $parts['paths'];
    unset($parts['paths']);

    return $whole + ['paths' => $paths, 'components' => $parts];
})();
