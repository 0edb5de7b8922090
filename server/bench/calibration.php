<?php

declare(strict_types=1);

use WetCradle\Core\Tests\Calibration;

// Run by bin/bench: what is asked for against what comes true, by how far sheets are too hopeful, how much batches differ, how many
// are known, and the chance asked.
require dirname(__DIR__, 2).'/core/vendor/autoload.php';

require __DIR__.'/rows.php';

foreach (['sheets are right, 0.7' => [0.7, 0.0], 'sheets say 0.7, it is 0.5' => [0.5, 0.2], 'sheets say 0.9, it is 0.7' => [0.7, 0.2]] as $name => [$mean, $tooHigh]) {
    foreach (Calibration::reached($mean, $tooHigh, 60, 7) as $spread => $byBatches) {
        $said = [];
        foreach ($byBatches as $batches => $reached) {
            $said[] = sprintf('%s from %d batches', round(100 * $reached['0.9'], 1), $batches);
        }
        $reached = array_map(static fn (array $reached) => 100 * $reached['0.9'], $byBatches);
        row('What is asked and comes true', "90 % asked; {$name}, spread {$spread}", array_sum($reached) / count($reached), '%', null, implode(', ', $said));
    }
}
