<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\Mapping\ClassMetadata;
use Doctrine\ORM\Query;

/**
 * @phpstan-type Types array<int<0, max>, string|ParameterType|ArrayParameterType>|array<string, string|ParameterType|ArrayParameterType>
 *
 * A row of a plain statement, its columns read as what they are. A column that is not there, or holds nothing or something
 * else where that cannot be, is a mistake of the statement and throws.
 */
final class Row
{
    /** Signs of a day without an hour. */
    private const DAY = 10;

    /** @var array<string, \DateTimeImmutable> days that were read: the same come again and again */
    private static array $days = [];

    /** @param array<string, mixed> $columns */
    private function __construct(private readonly array $columns)
    {
    }

    /**
     * @param list<mixed>|array<string, mixed> $parameters
     * @param Types                            $types
     *
     * @return list<self>
     */
    public static function all(Connection $db, string $statement, array $parameters = [], array $types = []): array
    {
        $rows = [];
        foreach ($db->fetchAllAssociative($statement, $parameters, $types) as $columns) {
            $rows[] = new self($columns);
        }

        return $rows;
    }

    /**
     * The one number that a statement asks for; 0 where it finds nothing.
     *
     * @param list<mixed>|array<string, mixed> $parameters
     * @param Types                            $types
     */
    public static function number(Connection $db, string $statement, array $parameters = [], array $types = []): int
    {
        $value = $db->fetchOne($statement, $parameters, $types);

        return is_numeric($value) ? (int) $value : 0;
    }

    /**
     * The first column of what a statement finds.
     *
     * @param list<mixed>|array<string, mixed> $parameters
     * @param Types                            $types
     *
     * @return list<string>
     */
    public static function words(Connection $db, string $statement, array $parameters = [], array $types = []): array
    {
        return array_map(static fn (mixed $cell) => is_scalar($cell) ? (string) $cell : '', $db->fetchFirstColumn($statement, $parameters, $types));
    }

    /**
     * @param list<mixed>|array<string, mixed> $parameters
     * @param Types                            $types
     */
    public static function first(Connection $db, string $statement, array $parameters = [], array $types = []): ?self
    {
        return self::all($db, $statement, $parameters, $types)[0] ?? null;
    }

    /**
     * The second column of what a statement finds, by its first.
     *
     * @param list<mixed>|array<string, mixed> $parameters
     * @param Types                            $types
     *
     * @return array<array-key, string>
     */
    public static function pairs(Connection $db, string $statement, array $parameters = [], array $types = []): array
    {
        return array_map(static fn (mixed $cell) => is_scalar($cell) ? (string) $cell : '', $db->fetchAllKeyValue($statement, $parameters, $types));
    }

    /**
     * What a query finds, each a thing of this class.
     *
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return list<T>
     */
    public static function things(Query $query, string $class): array
    {
        $result = $query->getResult();

        return array_values(array_filter(is_array($result) ? $result : [], static fn (mixed $entity) => $entity instanceof $class));
    }

    /**
     * A query whose things refer to a few things again and again: each of those is read once, after them, and not in every row.
     * Of a thing that was read before, without them, they are not read by this.
     *
     * @param class-string $class      of the things that refer
     * @param string       ...$to the properties that do
     */
    public static function apart(Query $query, string $class, string ...$to): Query
    {
        foreach ($to as $property) {
            $query->setFetchMode($class, $property, ClassMetadata::FETCH_EAGER);
        }

        return $query;
    }

    /**
     * @param list<self> $rows
     *
     * @return list<int>
     */
    public static function ints(array $rows, string $column): array
    {
        $ints = [];
        foreach ($rows as $row) {
            $ints[] = $row->int($column);
        }

        return $ints;
    }

    public function has(string $column): bool
    {
        return isset($this->columns[$column]) || $this->isEmpty($column);
    }

    public function int(string $column): int
    {
        $value = $this->columns[$column] ?? null;

        return is_int($value) ? $value : (is_numeric($value) ? (int) $value : throw self::not($column, 'a whole number'));
    }

    /** How many; none where nothing is there to be counted. */
    public function many(string $column): int
    {
        return isset($this->columns[$column]) ? $this->int($column) : (int) $this->isEmpty($column);
    }

    public function intOrNull(string $column): ?int
    {
        return $this->has($column) ? $this->int($column) : null;
    }

    public function float(string $column): float
    {
        $value = $this->columns[$column] ?? null;

        return is_numeric($value) ? (float) $value : throw self::not($column, 'a number');
    }

    public function floatOrNull(string $column): ?float
    {
        return $this->has($column) ? $this->float($column) : null;
    }

    public function text(string $column): string
    {
        $value = $this->columns[$column] ?? null;

        return is_scalar($value) ? (string) $value : throw self::not($column, 'text');
    }

    public function textOrNull(string $column): ?string
    {
        return $this->has($column) ? $this->text($column) : null;
    }

    /** Whether it is so; not where nothing is there. */
    public function flag(string $column): bool
    {
        return $this->many($column) !== 0;
    }

    public function day(string $column): \DateTimeImmutable
    {
        $written = $this->text($column);

        return strlen($written) === self::DAY ? self::$days[$written] ??= new \DateTimeImmutable($written) : new \DateTimeImmutable($written);
    }

    public function dayOrNull(string $column): ?\DateTimeImmutable
    {
        return $this->has($column) ? $this->day($column) : null;
    }

    /** @return array<string, mixed> what is kept as JSON; none where nothing is */
    public function json(string $column): array
    {
        $kept = $this->has($column) ? json_decode($this->text($column), true, 64, JSON_THROW_ON_ERROR) : [];

        /** @var array<string, mixed> $kept what is kept is written by names */
        $kept = is_array($kept) ? $kept : [];

        return $kept;
    }

    /** @return array<string, int> how many of each, kept as JSON */
    public function counts(string $column): array
    {
        return $this->has($column) ? self::countsIn($this->text($column)) : [];
    }

    /** @return array<string, int> the same of what was read as text, since few of many are asked for it */
    public static function countsIn(string $json): array
    {
        $counts = [];
        foreach ((array) json_decode($json, true, 64, JSON_THROW_ON_ERROR) as $of => $many) {
            $counts[(string) $of] = is_numeric($many) ? (int) $many : 0;
        }

        return $counts;
    }

    /** Whether nothing is in a column that was asked for; always false, so that `has` says so. */
    private function isEmpty(string $column): bool
    {
        return !array_key_exists($column, $this->columns) && throw self::not($column, 'asked for');
    }

    private static function not(string $column, string $what): \LogicException
    {
        return new \LogicException(sprintf('The column %s is not %s.', $column, $what));
    }
}
