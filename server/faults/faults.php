<?php

declare(strict_types=1);

use Doctrine\DBAL\DriverManager;
use Doctrine\Migrations\MigratorConfiguration;
use WetCradle\Server\Database\Copies;
use WetCradle\Server\Database\MigrateCommand;
use WetCradle\Server\Faults\Served;

// Run by bin/faults.
require dirname(__DIR__).'/vendor/autoload.php';
require __DIR__.'/Served.php';

$short = in_array('--short', $argv, true);
$seed = 20270512;
mt_srand($seed);
$var = sys_get_temp_dir().'/wet-cradle-faults-'.getmypid();
mkdir($var, 0o700);
$served = new Served($var, 8396);
register_shutdown_function(static function () use ($var, $served): void {
    $served->kill();
    exec('rm -rf '.escapeshellarg($var).' '.escapeshellarg($var.'-before'));
});
copy((string) getenv('CRADLE_BUILT_DEMO'), $var.'/cradle.sqlite') ?: throw new RuntimeException('There is no demo to begin with.');

/** @var list<array{key: string, kind: string, plants: int}> $acts each sent until it was acknowledged */
$acts = [];
$faults = [];
$must = static function (bool $holds, string $what) use (&$faults): void {
    printf("  %s %s\n", $holds ? '✓' : '✗', $what);
    if (!$holds) {
        $faults[] = $what;
    }
};
$number = 0;
// Asked once: who opens the database beside the server tidies its log away when they close it.
$code = $served->database()->query("SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id JOIN line l ON l.batch_id = b.id
    WHERE b.called_off = 0 AND b.left_bench_on IS NULL AND s.waiting > 200 GROUP BY b.id HAVING count(*) = 1 ORDER BY s.waiting DESC LIMIT 1")->fetchColumn();
$next = static function () use (&$number, $code): array {
    ++$number;
    $plants = 100_000 + $number;
    if ($number % 2 === 0) {
        return ['key' => "fault-{$plants}", 'kind' => 'order', 'plants' => $plants, 'path' => '/api/wanted', 'body' => [
            'crop' => 'mint-cellar', 'plants' => $plants, 'pot' => 1, 'readyWeek' => '2028-W30', 'priority' => 'nice',
        ]];
    }
    return ['key' => "fault-{$plants}", 'kind' => 'loss', 'plants' => $plants, 'path' => "/api/batches/{$code}/lose", 'body' => [
        'on' => '2027-05-12', 'state' => 'stuck', 'lost' => ['rot' => 1],
    ]];
};
$isKept = static fn (int $status): bool => $status === 200 || $status === 201;
/** Sends with the same key until it is acknowledged, as the app does. */
$signedOut = 0;
$until = static function (array $act) use ($served, &$acts, &$signedOut, $isKept): bool {
    for ($try = 0; $try < 30; ++$try) {
        $status = $served->send('POST', $act['path'], $act['body'], $act['key']);
        if ($isKept($status)) {
            $acts[] = $act;

            return true;
        }
        if ($status === 401) {
            // What was cut may have been the note of who is signed in: they sign in again, and send the same again.
            ++$signedOut;
            $served->signIn();
            continue;
        }
        usleep(200_000);
    }
    fwrite(STDERR, "{$act['path']} answers {$status}\n");

    return false;
};
/** @return array{lost: int, doubled: int, half: int} of what was acknowledged, in these databases together */
$judge = static function (array $databases, array $acts): array {
    $told = ['lost' => 0, 'doubled' => 0, 'half' => 0];
    foreach ($acts as $act) {
        $found = $halves = 0;
        foreach ($databases as $db) {
            $key = (int) $db->query("SELECT count(*) FROM sent_write WHERE key = '{$act['key']}'")->fetchColumn();
            $rows = $act['kind'] === 'order' ? (int) $db->query("SELECT count(*) FROM wanted WHERE plants = {$act['plants']}")->fetchColumn() : $key;
            $found = max($found, $rows);
            $halves += $rows !== $key ? 1 : 0;
        }
        $told['lost'] += $found === 0 ? 1 : 0;
        $told['doubled'] += max(0, $found - 1);
        $told['half'] += $halves;
    }
    foreach ($databases as $db) {
        // Of each act in the book all entries are there: as many as were lost are gone from where they stood.
        $told['half'] += (int) $db->query("SELECT count(*) FROM act a WHERE a.kind = 'lose' AND NOT EXISTS (SELECT 1 FROM entry e WHERE e.act_id = a.id)")->fetchColumn();
        $told['half'] += count($db->query('PRAGMA foreign_key_check')->fetchAll());
        $told['half'] += $db->query('PRAGMA integrity_check(1)')->fetchColumn() === 'ok' ? 0 : 1;
    }

    return $told;
};
$losses = static fn (PDO $db): int => (int) $db->query("SELECT count(*) FROM act WHERE kind = 'lose'")->fetchColumn();
$lossesBefore = $losses($served->database());

$kills = $short ? 12 : 100;
printf("Killed in mid-write, %d times\n", $kills);
$answered = 0;
$isAll = true;
// The plug is pulled before, within and after the time that a write takes here.
$usual = 0;
for ($i = 0; $i < 4; ++$i) {
    $served->start();
    $i > 0 ?: $served->signIn();
    $began = microtime(true);
    $until($next());
    // The first of all makes what later ones find.
    $usual = $i === 0 ? 0 : max($usual, (int) (1e6 * (microtime(true) - $began)));
    $served->kill();
}
for ($i = 0; $i < $kills; ++$i) {
    $served->start();
    $act = $next();
    // A write takes some tens of milliseconds: the plug is pulled before, within, and after.
    $answered += $isKept($served->sendAndKill($act['path'], $act['body'], $act['key'], mt_rand(1_000, (int) (1.4 * $usual)))) ? 1 : 0;
    $served->start();
    $isAll = $until($act) && $isAll;
    $served->kill();
}
$must($isAll, sprintf('each is kept at last; %d had their answer before the plug was pulled', $answered));

echo "The disk is full\n";
$served->start();
// Of the log of writes so much finds room, and no more.
$kilobytes = 160;
$served->kill();
$served->start($kilobytes);
$refused = null;
for ($i = 0; $i < 60 && $refused === null; ++$i) {
    $act = $next();
    $status = $served->send('POST', $act['path'], $act['body'], $act['key']);
    $isKept($status) ? $acts[] = $act : $refused = [$act, $status];
}
$must(($refused[1] ?? 0) === 507, 'it is said that it was not kept: '.json_encode($refused[1] ?? null));
[$status, $said] = $served->console('cradle:backup', "trap '' XFSZ; ulimit -f ".$kilobytes.';');
$must($status === 1 && glob("{$var}/copies/*") === [], 'no half copy is left: '.strtok($said, "\n"));
$served->kill();
$served->start();
$must($refused !== null && $until($refused[0]), 'with room again it is kept');

echo "Somebody holds the lock for ten seconds\n";
$other = $served->database();
$other->exec('BEGIN IMMEDIATE');
$began = microtime(true);
$act = $next();
$told = $served->send('POST', $act['path'], $act['body'], $act['key']);
$reads = $served->send('GET', '/api/session');
usleep((int) max(0, 1e6 * ($began + 10 - microtime(true))));
$other->exec('ROLLBACK');
$other = null;
$must($told === 503 && $reads === 200, "it is told to try again ({$told}), and reading goes on ({$reads})");
$must($until($act), 'afterwards it is kept');

echo "A copy is put back over a nursery that is at work\n";
[$status, $said] = $served->console('cradle:backup');
$must($status === 0, $said);
$name = basename((glob("{$var}/copies/*") ?: [''])[0]);
for ($i = 0; $i < 4; ++$i) {
    $until($next());
}
$open = $served->database();
$open->query('SELECT 1 FROM nursery')->fetch();
$open->exec('BEGIN');
$open->query('SELECT count(*) FROM wanted')->fetch();
[$status, $said] = $served->console("cradle:restore {$name}");
$must($status === 1 && str_contains($said, 'is in use'), 'while somebody has it open it stays: '.strtok($said, '.'));
$open = null;
[$status, $said] = $served->console("cradle:restore {$name}");
$must($status === 0, strtok($said, "\n") ?: '');
$aside = (glob("{$var}/aside-*/cradle.sqlite") ?: [''])[0];
for ($i = 0; $i < 4; ++$i) {
    $must($until($next()), 'work goes on with the copy');
}

echo "The last page is cut off\n";
$copy = "{$var}/copies/{$name}/cradle.sqlite";
file_put_contents("{$var}/cut.sqlite", substr((string) file_get_contents($copy), 0, -4096));
$must(Copies::faultOf("{$var}/cut.sqlite") !== null && Copies::faultOf($copy) === null, 'it is seen that it is cut');
mkdir("{$var}/copies/cut", 0o700);
rename("{$var}/cut.sqlite", "{$var}/copies/cut/cradle.sqlite");
[$status, $said] = $served->console('cradle:restore cut');
$must($status === 1 && str_contains($said, 'not good'), 'a cut copy is not put back');
$served->kill();

$databases = [$served->database(), new PDO("sqlite:{$aside}")];
$told = $judge($databases, $acts);
$sent = count(array_filter($acts, static fn (array $act) => $act['kind'] === 'loss'));
$inBoth = count(array_filter($acts, static fn (array $act) => $act['kind'] === 'loss'
    && (int) $databases[0]->query("SELECT count(*) FROM sent_write WHERE key = '{$act['key']}'")->fetchColumn() > 0));
$must($losses($databases[0]) - $lossesBefore === $inBoth, sprintf('the book has the losses that were acknowledged since the copy, no more: %d of %d', $inBoth, $sent));

$updates = $short ? 6 : 40;
printf("Updated from the version before, killed %d times on the way\n", $updates);
$before = new Served("{$var}-before", 8396);
mkdir($before->var, 0o700);
$db = DriverManager::getConnection(['driver' => 'pdo_sqlite', 'path' => "{$before->var}/cradle.sqlite"]);
$factory = MigrateCommand::factory($db);
$factory->getMetadataStorage()->ensureInitialized();
$versions = $factory->getMigrationPlanCalculator()->getMigrations()->getItems();
$old = $versions[count($versions) - 2]->getVersion();
$factory->getMigrator()->migrate($factory->getMigrationPlanCalculator()->getPlanUntilVersion($old), new MigratorConfiguration());
$db->executeStatement("INSERT INTO customer (name) WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 30000) SELECT 'Customer ' || i FROM n");
$db->close();
// All that the steps make, by its own words.
$made = static fn (PDO $at): string => hash('xxh128', (string) $at->query("SELECT group_concat(sql, ';') FROM (SELECT sql FROM sqlite_master
    WHERE name NOT LIKE 'sqlite_stat%' ORDER BY type, name)")->fetchColumn());
$was = $made($before->database());
$seen = [];
$halves = 0;
for ($i = 0; $i < $updates; ++$i) {
    $process = proc_open(['php', dirname(__DIR__).'/bin/console', 'cradle:migrate'], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes, null, [
        'CRADLE_VAR' => $before->var, 'PATH' => (string) getenv('PATH'),
    ]);
    usleep(mt_rand(20_000, 450_000));
    posix_kill(proc_get_status($process)['pid'], SIGKILL);
    proc_close($process);
    $now = $before->database();
    $at = (string) $now->query('SELECT max(version) FROM migration')->fetchColumn();
    $seen[] = [$at !== (string) $old, $made($now)];
    $halves += $now->query('PRAGMA integrity_check(1)')->fetchColumn() !== 'ok' ? 1 : 0;
    $now = null;
}
[$status, $said] = $before->console('cradle:migrate');
$is = $made($before->database());
$must($is !== $was, 'the newest step makes something');
foreach ($seen as [$isNew, $has]) {
    $halves += $has === ($isNew ? $is : $was) ? 0 : 1;
}
$must($status === 0 && $halves === 0, 'it is the version before or this one, never between: '.$said);
$must((int) $before->database()->query('SELECT count(*) FROM customer')->fetchColumn() === 30_000 && Copies::faultOf("{$before->var}/cradle.sqlite") === null, 'all is there');

printf("\nsigned out by it %d times", $signedOut);
printf("\nacts acknowledged %d, lost %d, doubled %d, half-saved %d\n", count($acts), $told['lost'], $told['doubled'], $told['half']);
exit($faults === [] && array_sum($told) === 0 ? 0 : 1);
