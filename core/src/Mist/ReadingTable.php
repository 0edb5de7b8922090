<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * Readings as a table of plain text, a row for each time and zone, or as a list of objects with the same names: `time`, `zone`,
 * and any of `air`, `humidity`, `medium`, `light`, `flow`; `air_f` and `medium_f` are °F. A time is written 2027-07-10T11:05Z or
 * with another offset, or without one as the clocks of the nursery show it.
 */
final class ReadingTable
{
    private const FAHRENHEIT = '_f';
    /** A day, an hour and a minute, with seconds or without, and with an offset or without. */
    private const TIME = '/^(\d{4}-\d\d-\d\d)[T ](\d\d):(\d\d)(?::\d\d(?:\.\d+)?)?(Z|[+-]\d\d:?\d\d)?$/';
    /** What is wrong with more rows than this is counted and not said. */
    private const SAID = 100;

    /** @var array<string, list<Reading>> by zone as it is written, in the order of the table */
    public array $byZone = [];
    /** @var list<array{row: int, says: Fact}> */
    public array $refused = [];
    public int $refusedRows = 0;
    /** @var array<string, int> the newest minute of each zone, by which an hour that comes twice is told */
    private array $newest = [];
    /** @var array<string, int> minutes since 1970 of the hours that were read, as written */
    private array $hours = [];

    private function __construct(private readonly \DateTimeZone $clocks)
    {
    }

    /**
     * Commas, semicolons or tabs between the columns; with semicolons and tabs a comma may be the decimal sign.
     *
     * @param ?string $zone of rows that name none
     *
     * @throws Refused for `csv` where there is no heading that can be read
     */
    public static function csv(string $csv, \DateTimeZone $clocks, ?string $zone = null): self
    {
        $table = new self($clocks);
        $lines = preg_split('/\R/', trim($csv, "\u{FEFF}\r\n\t ")) ?: [];
        $heading = array_shift($lines) ?? '';
        $sign = strpbrk($heading, ";\t");
        $between = $sign === false ? ',' : $sign[0];
        $names = array_map(static fn (?string $name) => strtolower(trim((string) $name)), str_getcsv($heading, $between, '"', ''));
        if (!in_array('time', $names, true) || (!in_array('zone', $names, true) && $zone === null)) {
            throw Refused::because('no_heading', 'csv', Fact::of('refused.reading_table.no_heading'));
        }
        foreach ($lines as $i => $line) {
            if (trim($line) === '') {
                continue;
            }
            $cells = str_getcsv($line, $between, '"', '');
            $row = [];
            foreach ($names as $j => $name) {
                $cell = trim((string) ($cells[$j] ?? ''));
                if ($cell !== '') {
                    $row[$name] = $between === ',' || $name === 'time' || $name === 'zone' ? $cell : strtr($cell, ',', '.');
                }
            }
            $table->row($i + 2, $row, $zone);
        }

        return $table;
    }

    /**
     * @param array<mixed> $rows {time, zone, …} each
     * @param ?string      $zone of rows that name none
     */
    public static function objects(array $rows, \DateTimeZone $clocks, ?string $zone = null): self
    {
        $table = new self($clocks);
        foreach (array_values($rows) as $i => $row) {
            $table->row($i + 1, is_array($row) ? $row : [], $zone);
        }

        return $table;
    }

    /** What is said of other zones than this is refused: a device that was let in for one speaks of no other. */
    public function only(string $zone): void
    {
        foreach (array_keys($this->byZone) as $name) {
            if (mb_strtolower((string) $name) !== mb_strtolower($zone)) {
                $this->refuse(0, Fact::of('refused.reading_table.other_zone', zone: (string) $name));
                unset($this->byZone[$name]);
            }
        }
    }

    /** @param array<mixed> $row by name */
    private function row(int $number, array $row, ?string $zone): void
    {
        $name = $row['zone'] ?? $zone;
        $time = $row['time'] ?? null;
        if (!is_string($name) && !is_int($name)) {
            $this->refuse($number, Fact::of('refused.reading_table.no_zone'));

            return;
        }
        $name = (string) $name;
        $minute = is_string($time) || is_int($time) ? $this->minute((string) $time, $name) : null;
        if ($minute === null) {
            $this->refuse($number, Fact::of('refused.reading_table.no_time', cell: is_scalar($time) ? mb_strimwidth((string) $time, 0, 40) : ''));

            return;
        }
        $values = [];
        foreach (Quantity::cases() as $quantity) {
            $said = $row[$quantity->value] ?? null;
            $isFahrenheit = $said === null && $quantity->isWarmth();
            $said ??= $isFahrenheit ? $row[$quantity->value.self::FAHRENHEIT] ?? null : null;
            if ($said === null || $said === '') {
                continue;
            }
            $value = is_numeric($said) ? (float) $said : NAN;
            $value = $isFahrenheit ? ($value - 32.0) / 1.8 : $value;
            $bounds = $quantity->bounds();
            if (!is_finite($value) || $value < $bounds->low || $value > $bounds->high) {
                $this->refuse($number, Fact::of(
                    'refused.reading_table.no_value', quantity: $quantity->words(), cell: is_scalar($said) ? mb_strimwidth((string) $said, 0, 40) : '',
                ));
                continue;
            }
            $values[$quantity->value] = $value;
        }
        if ($values !== []) {
            $this->byZone[$name][] = new Reading($minute, $values);
            $this->newest[$name] = max($minute, $this->newest[$name] ?? $minute);
        }
    }

    /** Null where it is no time, or one that the clocks never showed. */
    private function minute(string $time, string $zone): ?int
    {
        if (preg_match(self::TIME, $time, $part) !== 1 || $part[2] > '23' || $part[3] > '59') {
            return null;
        }
        $offset = $part[4] ?? '';
        // The hour is read once; a table has a row for every few minutes of it.
        $hour = $this->hours["{$part[1]} {$part[2]} {$offset}"] ??= $this->hour($part[1], $part[2], $offset);
        if ($hour < 0) {
            return null;
        }
        $minute = $hour + (int) $part[3];
        $last = $this->newest[$zone] ?? null;
        // As the clocks go back an hour comes twice: rows that seem to go back in it are those of its second time.
        $isAgain = $offset === '' && $last !== null && $minute < $last && $this->clocks->getOffset(new \DateTimeImmutable('@'.(60 * ($minute + 60))))
            !== $this->clocks->getOffset(new \DateTimeImmutable('@'.(60 * $minute)));

        return $isAgain ? $minute + 60 : $minute;
    }

    /** Minutes since 1970 when it began; negative where there is none such. */
    private function hour(string $day, string $hour, string $offset): int
    {
        $written = "{$day} {$hour}:00";
        $read = $offset === ''
            ? \DateTimeImmutable::createFromFormat('!Y-m-d H:i', $written, $this->clocks)
            : \DateTimeImmutable::createFromFormat('!Y-m-d H:iP', $written.($offset === 'Z' ? '+00:00' : $offset));

        if ($read === false || $read->format('Y-m-d H:i') !== $written) {
            return -1;
        }
        // Of an hour that comes twice, its first time.
        $sooner = $read->setTimestamp($read->getTimestamp() - 3600);

        return intdiv(($sooner->format('Y-m-d H:i') === $written ? $sooner : $read)->getTimestamp(), 60);
    }

    private function refuse(int $row, Fact $says): void
    {
        ++$this->refusedRows;
        if (count($this->refused) < self::SAID) {
            $this->refused[] = ['row' => $row, 'says' => $says];
        }
    }
}
