<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\DBAL\Connection;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Kernel;
use WetCradle\Server\Nursery\House;

/**
 * All that a nursery has kept as one folder of open formats: a table of plain text for each table of the database, a description of
 * their columns, types and keys (a tabular data package, `datapackage.json`), and the pictures beside them. `PackageIn` reads it back.
 *
 * Nothing is left out but answers that are kept for a lost reply, and the mark of the last write: it holds how passwords were pressed
 * into shape, and is to be kept as a copy is.
 */
final class Package
{
    public const DESCRIPTION = 'datapackage.json';
    /** What stands where nothing is known: an empty text is something else. */
    public const NOTHING = '\N';
    private const LEFT_OUT = ['migration', 'sent_write', 'last_write'];
    private const TYPES = ['INTEGER' => 'integer', 'REAL' => 'number', 'TEXT' => 'string', 'BLOB' => 'string'];

    public function __construct(private readonly Connection $db, private readonly House $house, private readonly Today $today)
    {
    }

    /**
     * Writes it into a folder that is not there yet.
     *
     * @return int rows
     *
     * @throws \RuntimeException where the folder is there or cannot be written
     */
    public function write(string $folder): int
    {
        $title = $this->house->nursery()->name;
        if (file_exists($folder) || !@mkdir("{$folder}/data", 0o700, true)) {
            throw new \RuntimeException("{$folder} is there already, or cannot be made.");
        }
        // One reading of all of it, that waits for nobody and lets everybody write meanwhile.
        $this->db->executeStatement('BEGIN');
        try {
            $rows = 0;
            $resources = [];
            foreach (self::tables($this->db) as $table) {
                $columns = self::columns($this->db, $table);
                $rows += $this->table("{$folder}/data/{$table}.csv", $table, $columns);
                $resources[] = $this->resource($table, $columns);
            }
            $description = [
                'profile' => 'tabular-data-package', 'name' => 'wet-cradle-records', 'title' => $title,
                'created' => $this->today->moment()->format('c'), 'format' => self::version($this->db), 'sequence' => $this->sequence(),
                'resources' => $resources,
            ];
        } finally {
            $this->db->executeStatement('COMMIT');
        }
        $flags = JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR;
        $written = file_put_contents("{$folder}/".self::DESCRIPTION, json_encode($description, $flags));
        $written !== false || throw new \RuntimeException("{$folder} cannot be written.");
        mkdir("{$folder}/photos", 0o700);
        foreach (glob(Kernel::varDir().'/photos/*.jpg') ?: [] as $photo) {
            copy($photo, "{$folder}/photos/".basename($photo)) || throw new \RuntimeException('A picture cannot be copied.');
        }

        return $rows;
    }

    /** @return list<string> those that belong to it, by name */
    public static function tables(Connection $db): array
    {
        return array_values(array_diff(
            Row::words($db, "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\' ORDER BY name"),
            self::LEFT_OUT,
        ));
    }

    /** By which it is known what its tables look like. */
    public static function version(Connection $db): string
    {
        $last = Row::words($db, 'SELECT max(version) FROM migration')[0] ?? '';

        return substr((string) strrchr($last, '\\'), 1);
    }

    /** @return array<string, array{type: string, must: bool, key: int}> by name */
    public static function columns(Connection $db, string $table): array
    {
        $columns = [];
        foreach (Row::all($db, "PRAGMA table_info({$table})") as $row) {
            $columns[$row->text('name')] = ['type' => $row->text('type'), 'must' => $row->int('notnull') === 1, 'key' => $row->int('pk')];
        }

        return $columns;
    }

    /** @param array<string, array{type: string, must: bool, key: int}> $columns */
    private function table(string $path, string $table, array $columns): int
    {
        $file = fopen($path, 'w') ?: throw new \RuntimeException("{$path} cannot be written.");
        fputcsv($file, array_keys($columns), escape: '');
        $keys = array_keys(array_filter($columns, static fn (array $column) => $column['key'] > 0));
        $isPacked = array_map(static fn (array $column) => $column['type'] === 'BLOB', array_values($columns));
        $rows = 0;
        $order = $keys === [] ? 'rowid' : implode(', ', $keys);
        foreach ($this->db->iterateNumeric("SELECT * FROM {$table} ORDER BY {$order}") as $row) {
            $cells = [];
            foreach ($row as $i => $value) {
                $cells[] = match (true) {
                    $value === null => self::NOTHING,
                    is_float($value) => json_encode($value, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION),
                    $isPacked[$i] && is_string($value) => base64_encode($value),
                    $value === self::NOTHING => throw new \RuntimeException("A text in {$table} is what stands for nothing here."),
                    default => is_scalar($value) ? (string) $value : throw new \LogicException('A database holds texts and numbers.'),
                };
            }
            fputcsv($file, $cells, escape: '');
            ++$rows;
        }
        fclose($file) || throw new \RuntimeException("{$path} cannot be written.");

        return $rows;
    }

    /**
     * @param array<string, array{type: string, must: bool, key: int}> $columns
     *
     * @return array<string, mixed>
     */
    private function resource(string $table, array $columns): array
    {
        $fields = $keys = $foreign = [];
        foreach ($columns as $name => $column) {
            $fields[] = ['name' => $name, 'type' => self::TYPES[$column['type']] ?? throw new \LogicException("{$column['type']} has no name.")]
                + ($column['type'] === 'BLOB' ? ['format' => 'binary'] : []) + ($column['must'] ? ['constraints' => ['required' => true]] : []);
            if ($column['key'] > 0) {
                $keys[$column['key']] = $name;
            }
        }
        foreach (Row::all($this->db, "PRAGMA foreign_key_list({$table})") as $row) {
            $foreign[] = ['fields' => [$row->text('from')], 'reference' => ['resource' => $row->text('table'), 'fields' => [$row->textOrNull('to') ?? 'id']]];
        }
        ksort($keys);

        return [
            'profile' => 'tabular-data-resource', 'name' => $table, 'path' => "data/{$table}.csv", 'format' => 'csv', 'mediatype' => 'text/csv',
            'encoding' => 'utf-8', 'dialect' => ['delimiter' => ',', 'quoteChar' => '"', 'doubleQuote' => true, 'lineTerminator' => "\n", 'header' => true],
            'schema' => ['fields' => $fields, 'missingValues' => [self::NOTHING]] + ($keys === [] ? [] : ['primaryKey' => array_values($keys)])
                + ($foreign === [] ? [] : ['foreignKeys' => $foreign]),
        ];
    }

    /** @return array<string, int> how far each table has counted, so that no number is given twice */
    private function sequence(): array
    {
        return array_map(intval(...), Row::pairs($this->db, 'SELECT name, seq FROM sqlite_sequence ORDER BY name'));
    }
}
