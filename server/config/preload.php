<?php

declare(strict_types=1);

use WetCradle\Server\Kernel;

// Read once when the server starts, so that no answer spends its time on finding and joining classes: those that the
// container names, our own, and those of Doctrine that it makes without the container.
require dirname(__DIR__).'/vendor/autoload.php';

$ofContainer = Kernel::varDir().'/cache/prod/WetCradle_Server_KernelProdContainer.preload.php';
if (is_file($ofContainer)) {
    require $ofContainer;
}
foreach (array_keys(require dirname(__DIR__).'/vendor/composer/autoload_classmap.php') as $class) {
    if (preg_match('~^(WetCradle\\\\(Core|Server\\\\(?!Tests|Demo))|Doctrine\\\\ORM\\\\(Internal|Persisters|Mapping|Query)\\\\)~', $class) === 1) {
        class_exists($class);
    }
}
