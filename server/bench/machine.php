<?php

declare(strict_types=1);

// Run by bin/bench between its parts: how fast the machine is just then, which on a shared one changes by a factor of three.
require __DIR__.'/rows.php';

$begun = hrtime(true);
for ($i = 0, $sum = 0; $i < 30_000_000; ++$i) {
    $sum += $i;
}
row($argv[1], 'the machine meanwhile: 30 million additions', round((hrtime(true) - $begun) / 1e9, 2), 's');
