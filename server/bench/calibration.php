<?php

declare(strict_types=1);

use WetCradle\Core\Tests\Calibration;

/*
 * What is asked for against what comes true, as JSON: by how far sheets are too hopeful, how much batches differ, how many are
 * known, and the chance asked.
 */
require dirname(__DIR__, 2).'/core/vendor/autoload.php';

$round = static fn (array $reached) => array_map(static fn (float $share) => round($share, 3), $reached);
$table = [];
foreach (['sheets are right, 0.7' => [0.7, 0.0], 'sheets say 0.7, it is 0.5' => [0.5, 0.2], 'sheets say 0.9, it is 0.7' => [0.7, 0.2]] as $name => [$mean, $tooHigh]) {
    foreach (Calibration::reached($mean, $tooHigh, 60, 7) as $spread => $byBatches) {
        foreach ($byBatches as $batches => $reached) {
            $table[$name]["spread {$spread}"]["{$batches} batches"] = $round($reached);
        }
    }
}
echo json_encode(['calibration' => $table], JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR), "\n";
