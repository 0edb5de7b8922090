<?php

declare(strict_types=1);

use Doctrine\DBAL\Connection;
use Symfony\Component\DependencyInjection\ContainerInterface;
use WetCradle\Server\Kernel;
use WetCradle\Server\Rooting\Forecasts;

/**
 * What a check costs where ten were made before, and a count that changes what its way teaches, with the batches of that way
 * that are rooting.
 *
 * @param Closure(string, string, ?string=): string $send
 */
function learnt(Closure $send, string $today): void
{
    $ask = static fn (string $method, string $path, ?array $body = null): array => json_decode(
        $send($method, $path, $body === null ? null : json_encode($body, JSON_THROW_ON_ERROR)),
        true,
        flags: JSON_THROW_ON_ERROR,
    );
    $rooting = $ways = [];
    foreach ($ask('GET', '/api/batches')['batches'] as $batch) {
        if ($batch['state'] === 'rooting') {
            $rooting[] = $batch['code'];
            $ways[$batch['crop'].' '.$batch['method'].' '.$batch['material']][] = $batch['code'];
        }
    }
    usort($ways, static fn (array $a, array $b) => count($b) <=> count($a));
    $check = static fn (int $rooted) => $ask('POST', "/api/batches/{$rooting[0]}/checks", [
        'on' => $today, 'stages' => ['callus' => 6 - $rooted, 'at_wall' => $rooted], 'trays' => 2,
    ]);
    for ($i = 0; $i < 10; ++$i) {
        $check($i % 3);
    }
    $checks = [];
    for ($i = 0; $i < 12; ++$i) {
        $start = hrtime(true);
        $check($i % 3);
        $checks[] = (hrtime(true) - $start) / 1e9;
    }
    $code = $ways[0][0];
    $standing = $ask('GET', "/api/batches/{$code}")['lines'][0]['standing'];
    $count = ($standing['stuck'] ?? 0) + ($standing['rooted'] ?? 0);
    // As many as usual root, or so few that it may have been a mishap: then what is believed of every crop is another.
    $counts = ['usual' => [], 'few' => []];
    foreach (['usual' => 0.8, 'few' => 0.33] as $kind => $share) {
        for ($i = 0; $i < 4; ++$i) {
            $rooted = (int) ($share * $count) + $i;
            $start = hrtime(true);
            $counted = $ask('POST', "/api/batches/{$code}/count", [
                'on' => $today, 'rooted' => $rooted, 'unrooted' => 0, 'lost' => ['rot' => $count - $rooted], 'potted' => 0,
            ]);
            $counts[$kind][] = (hrtime(true) - $start) / 1e9;
            $start = hrtime(true);
            $ask('POST', "/api/batches/{$code}/undo", ['act' => $counted['acts'][0]['id']]);
            $counts[$kind][] = (hrtime(true) - $start) / 1e9;
        }
    }

    $way = sprintf('%d batches of its way are there', count($ways[0]));
    timesRow('Writes on the demo', 'a check with ten before', $checks);
    timesRow('Writes on the demo', 'a count of as many as usual, or its undoing', $counts['usual'], null, $way);
    timesRow('Writes on the demo', 'a count of so few that it may be a mishap, or its undoing', $counts['few'], null, $way);
}

/** What it costs to read what is believed of the batches that are rooting. */
function believed(): void
{
    require_once dirname(__DIR__).'/config/bootstrap.php';
    $kernel = new Kernel('test', false);
    $kernel->boot();
    $services = $kernel->getContainer()->get('test.service_container');
    if (!$services instanceof ContainerInterface) {
        throw new RuntimeException('The services cannot be reached.');
    }
    [$db, $forecasts] = [$services->get(Connection::class), $services->get(Forecasts::class)];
    if (!$db instanceof Connection || !$forecasts instanceof Forecasts) {
        throw new RuntimeException('There is nothing to ask.');
    }
    $batches = array_map(static fn (mixed $id) => is_numeric($id) ? (int) $id : 0, $db->fetchFirstColumn(
        'SELECT f.batch_id FROM batch_forecast f JOIN batch b ON b.id = f.batch_id WHERE b.left_bench_on IS NULL ORDER BY b.id LIMIT 150',
    ));

    timesRow(
        'Reckonings on the demo',
        sprintf('what is believed of %d batches that root', count($batches)),
        timed(static fn () => $forecasts->kept($batches), 20),
    );
}
