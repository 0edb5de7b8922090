<?php

declare(strict_types=1);

use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\MistDay;
use WetCradle\Core\Mist\Misting;
use WetCradle\Core\Mist\TimersCompared;
use WetCradle\Core\Mist\TypicalDay;
use WetCradle\Server\StandIn\SimulatedWeather;

// Mist by the film against two hundred clocks on the weather of the demo; a month of readings brought in, drawn, and what a year takes.

/** @param Closure(string, string, ?string=): string $send */
function conditions(string $base, Closure $send): void
{
    foreach (summer() as $what => $ways) {
        foreach (array_filter($ways) as $way => ['dryMinutes' => $dry, 'litres' => $litres]) {
            row('Mist', "{$what}, {$way}: leaves are dry", $dry, 'minutes', null, number_format($litres).' l');
        }
    }
    months($base, $send);
}

/**
 * Of 92 days of made-up weather, and of a usual and a hot, dry day of each month of summer.
 *
 * @return array<string, array<string, ?array{dryMinutes: int, litres: float}>>
 */
function summer(): array
{
    $house = HouseDefaults::usual();
    $air = Climate::from('cool_maritime')->air(Hemisphere::North);
    $usual = static fn (DateTimeImmutable $day) => TypicalDay::usual($air->on($day), (int) $day->format('z'), Hemisphere::North, $house);
    $weather = new SimulatedWeather(7, $usual);
    $first = new DateTimeImmutable('2027-06-01');
    $madeUp = array_map(static fn (int $day) => array_map(
        static fn (int $hour) => $weather->at($first->modify("+{$day} days")->setTime($hour, 30)),
        range(0, 23),
    ), range(0, 91));
    $typical = [];
    foreach (Hemisphere::North->summer() as $month) {
        $day = $first->setDate(2027, $month, 15);
        $typical[] = $usual($day)->hours();
        $typical[] = TypicalDay::hotAndDry($air->on($day), (int) $day->format('z'), Hemisphere::North, $house)->hours();
    }

    return ['92 days of made-up weather' => besideClocks($madeUp), 'a usual and a hot, dry day of each month' => besideClocks($typical)];
}

/**
 * @param non-empty-list<non-empty-list<AirHour>> $days
 *
 * @return array<string, ?array{dryMinutes: int, litres: float}>
 */
function besideClocks(array $days): array
{
    $misting = Misting::at(2, 0.0, 12, HouseDefaults::usual());
    [$dry, $litres] = [0, 0.0];
    foreach ($days as $hours) {
        $run = MistDay::under($misting->over($hours), $hours);
        $dry += $run->dryMinutes;
        $litres += $run->litres;
    }
    ['best' => $best, 'thrifty' => $thrifty] = TimersCompared::over($days, $misting->film(), $litres);
    $said = static fn (?TimersCompared $clock) => $clock === null ? null : ['dryMinutes' => $clock->dryMinutes, 'litres' => round($clock->litres)];

    return [
        'by the film' => ['dryMinutes' => $dry, 'litres' => round($litres)],
        'by the best of 200 clocks' => $said($best),
        'by the best that takes no more water than the film' => $said($thrifty),
    ];
}

/** A month of readings of every five minutes of so many zones. */
function table(int $zones, int $days, DateTimeImmutable $from): string
{
    $rows = ['time,zone,air,humidity,medium,light,flow'];
    for ($minute = 0; $minute < 1440 * $days; $minute += 5) {
        $time = $from->modify("+{$minute} minutes")->format('Y-m-d\TH:i\Z');
        $wave = sin(2 * M_PI * ($minute % 1440) / 1440);
        for ($zone = 1; $zone <= $zones; ++$zone) {
            $rows[] = sprintf(
                '%s,Zone %d,%.1f,%.1f,%.1f,%d,%.2f', $time, $zone, 17 + 5 * $wave, 85 - 10 * $wave, 20 + 0.1 * ($minute % 3), max(0, 400 * $wave), 0.3 * ($minute % 2),
            );
        }
    }

    return implode("\n", $rows);
}

/** @param Closure(string, string, ?string=): string $send */
function months(string $base, Closure $send): void
{
    $ids = [];
    for ($zone = 1; $zone <= 12; ++$zone) {
        $body = ['name' => "Zone {$zone}", 'house' => 'Measured', 'kind' => 'mist', 'heatLow' => 16, 'heatHigh' => 24, 'mistLow' => 0, 'mistHigh' => 3,
            'length' => 6, 'width' => 1.6, 'x' => 0, 'y' => 3 * $zone];
        $ids[] = json_decode($send('POST', '/api/zones', json_encode($body, JSON_THROW_ON_ERROR)), true)['id'];
    }
    $today = json_decode($send('GET', '/api/session'), true)['today'];
    $from = (new DateTimeImmutable($today.'T00:00:00Z'))->modify('-30 days');
    $token = json_decode($send('POST', '/api/devices', '{"name":"bench"}'), true)['token'];
    $csv = table(12, 30, $from);
    $curl = curl_init($base.'/api/feed/readings');
    curl_setopt_array($curl, [CURLOPT_RETURNTRANSFER => true, CURLOPT_POST => true, CURLOPT_POSTFIELDS => $csv,
        CURLOPT_HTTPHEADER => ['Content-Type: text/csv', "Authorization: Bearer {$token}"]]);
    $begun = hrtime(true);
    $told = json_decode((string) curl_exec($curl), true);
    $took = (hrtime(true) - $begun) / 1e9;
    $month = "/api/mist/conditions?zone={$ids[0]}&from=".$from->format('Y-m-d');
    $day = "/api/mist/conditions?zone={$ids[0]}&from=".$from->format('Y-m-d').'&to='.$from->format('Y-m-d');
    $db = new PDO('sqlite:'.getenv('CRADLE_VAR').'/cradle.sqlite');
    $bytes = static fn (): int => (int) ($db->query('SELECT sum(pgsize) FROM dbstat WHERE name LIKE \'reading%\'') ?: throw new RuntimeException('No size is known.'))->fetchColumn();
    $perDay = $bytes() / 30;

    row('Readings', 'a month of 12 zones brought in', round($took, 1), 's', null, sprintf('%s readings, %s MB', number_format($told['taken']), spoken(strlen($csv) / 1e6)));
    timesRow('Readings', 'a month of a zone drawn', timed(static fn () => $send('GET', $month), 10));
    timesRow('Readings', 'a day of a zone drawn', timed(static fn () => $send('GET', $day), 10));
    row('Readings', 'a year of 12 zones kept whole', round(365 * $perDay / 1e6), 'MB');
}
