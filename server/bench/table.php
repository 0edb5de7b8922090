<?php

declare(strict_types=1);

// Run by bin/bench: what all parts have measured, read as lines of JSON, as one table.
require __DIR__.'/rows.php';

$part = null;
echo <<<'MD'
# How long it takes

Written by `bin/bench > docs/speed.md`. Times of reads, writes and drawings are those within which 19 of 20 were done; reads come right after a write, where it does not say otherwise. On ten years: the made-up nursery with sixty times the batches of the demo, only its last season open.

| what | now | goal | met | beside it |
|---|---|---|---|---|

MD;
while (($line = fgets(STDIN)) !== false) {
    /** @var ?array{part: string, what: string, now: float, unit: string, goal: ?float, beside: string} $row */
    $row = json_decode($line, true);
    if (!isset($row['part'])) {
        // What a part said as it failed.
        fwrite(STDERR, $line);
        continue;
    }
    if ($row['part'] !== $part) {
        $part = $row['part'];
        echo "| **{$part}** | | | | |\n";
    }
    printf(
        "| %s | %s | %s | %s | %s |\n",
        str_replace('|', '\|', $row['what']),
        spoken($row['now']).($row['unit'] === '' ? '' : " {$row['unit']}"),
        $row['goal'] === null ? '' : spoken($row['goal']).($row['unit'] === '' ? '' : " {$row['unit']}"),
        match (true) {
            $row['goal'] === null => '',
            $row['now'] <= $row['goal'] => 'yes',
            default => '**no**',
        },
        $row['beside'],
    );
}
