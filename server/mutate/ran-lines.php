<?php

declare(strict_types=1);

// Put before PHPUnit, whose own classes are not there yet when this is read.
spl_autoload_register(static function (string $class): void {
    if ($class === WetCradle\Mutate\RanLines::class) {
        require __DIR__.'/RanLines.php';
    }
});
