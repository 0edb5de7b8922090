<?php

declare(strict_types=1);

use Symfony\Component\HttpFoundation\Request;
use WetCradle\Server\Kernel;

// Run by bin/bench on the demo with ten years behind it, which it changes: a large season is drafted, kept, and its house filled.

require dirname(__DIR__).'/config/bootstrap.php';
require __DIR__.'/rows.php';

/** Orders still to come, with those that the demo has. */
const ORDERS = 1200;
/** Batches that the house is filled with, about. */
const BATCHES = 1500;
/** Seconds within which it is drafted and kept, and within which the house is filled; and megabytes that either may take. */
const DRAFTED = 8.0;
const FILLED = 12.0;
const MEGABYTES = 200.0;

// Who has begun to answer can begin no session: what is measured is said at the end.
ob_start();
$cookies = [];
$took = [];
$ask = static function (string $method, string $path, array $body = []) use (&$cookies, &$took): array {
    $kernel = new Kernel('prod', false);
    $request = Request::create('http://127.0.0.1'.$path, $method, [], $cookies, [], ['CONTENT_TYPE' => 'application/json'], json_encode((object) $body, JSON_THROW_ON_ERROR));
    gc_collect_cycles();
    memory_reset_peak_usage();
    $begun = hrtime(true);
    $response = $kernel->handle($request);
    $took = ['seconds' => (hrtime(true) - $begun) / 1e9, 'megabytes' => memory_get_peak_usage() / 1e6];
    foreach ($response->headers->getCookies() as $cookie) {
        $cookies[$cookie->getName()] = (string) $cookie->getValue();
    }
    $kernel->terminate($request, $response);
    $kernel->shutdown();
    if ($response->getStatusCode() >= 300) {
        throw new RuntimeException("{$method} {$path} answered {$response->getStatusCode()}: ".substr((string) $response->getContent(), 0, 300));
    }

    return json_decode((string) $response->getContent(), true, 512, JSON_THROW_ON_ERROR);
};
$told = static function (string $what, float $goal) use (&$took): void {
    row('A large season', $what, $took['seconds'], 's', $goal);
    row('A large season', "{$what}: memory", $took['megabytes'], 'MB', MEGABYTES);
};

$ask('POST', '/api/sign-in', ['signIn' => 'ines', 'password' => 'wet-cradle-demo']);
$today = new DateTimeImmutable($ask('GET', '/api/session')['today']);
mt_srand(20270512);
$db = new PDO('sqlite:'.Kernel::varDir().'/cradle.sqlite', options: [PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC]);
$read = static fn (string $sql): PDOStatement => $db->query($sql) ?: throw new RuntimeException($sql);
$like = $read("SELECT crop_id, plants, pot_id, customer_id, priority FROM wanted WHERE called_off = 0 AND for_block_id IS NULL AND only_block_id IS NULL
    AND ready_week >= '".$today->format('o-\WW')."'")->fetchAll();
$db->beginTransaction();
$enter = $db->prepare('INSERT INTO wanted (crop_id, plants, pot_id, customer_id, priority, ready_week, called_off, entered_by_id, entered_at)
    VALUES (?, ?, ?, ?, ?, ?, 0, 1, ?)');
for ($many = count($like); $many < ORDERS; ++$many) {
    $order = $like[mt_rand(0, count($like) - 1)];
    $order['plants'] = max(10, intdiv($order['plants'] * mt_rand(30, 120), 300));
    $enter->execute([...array_values($order), $today->modify(sprintf('+%d weeks', mt_rand(5, 52)))->format('o-\WW'), $today->format('Y-m-d H:i:s')]);
}
$db->commit();
$draft = $ask('POST', '/api/plan/draft', ['anew' => true]);
$told(sprintf('%s orders drafted', number_format(ORDERS)), DRAFTED);
$kept = $ask('POST', '/api/plan/draft/keep', ['anew' => true, 'seen' => $draft['seen']]);
$told(sprintf('kept as %d batches', count($kept['batches'])), DRAFTED);
// What was answered before takes no memory of what comes.
unset($draft, $kept, $like);
// The same house several times over, with as many batches to lay out; codes have these digits alone.
$planned = 'stuck_on IS NULL AND called_off = 0 AND id <= '.(int) $read('SELECT max(id) FROM batch')->fetchColumn();
$there = 'id <= '.(int) $read('SELECT max(id) FROM zone')->fetchColumn();
// As many copies as come nearest to that with what is there.
$times = max(1, (int) round(BATCHES / max(1, (int) $read("SELECT count(*) FROM batch WHERE {$planned}")->fetchColumn()))) - 1;
$db->beginTransaction();
foreach (array_slice(['9933', '9934', '9937', '9939', '9943', '9944', '9947', '9949'], 0, $times) as $copy) {
    foreach (['zone' => ['name', $there], 'batch' => ['code', $planned]] as $table => [$name, $which]) {
        $columns = implode(', ', array_diff($read("SELECT name FROM pragma_table_info('{$table}')")->fetchAll(PDO::FETCH_COLUMN), ['id', $name]));
        $db->exec("INSERT INTO {$table} ({$name}, {$columns}) SELECT {$name} || '{$copy}', {$columns} FROM {$table} WHERE {$which}");
    }
}
// And as much stock to take them from.
$db->exec('UPDATE stock_block SET plants = plants * '.(1 + $times));
$db->commit();
$ask('POST', '/api/bench/fill', []);
$told(sprintf('a house of about %s batches filled', number_format(BATCHES)), FILLED);
