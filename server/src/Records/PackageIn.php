<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\ParameterType;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Statistics;
use WetCradle\Server\Kernel;

/**
 * Reads a folder that `Package` wrote into an empty nursery, in one transaction: all of it, or nothing. The book is entered anew,
 * entry by entry, under the guards that it always has; what stands must be what follows from it.
 */
final class PackageIn
{
    /** Guards of the book, which stay; everything else that follows from a row comes in as it was. */
    private const GUARDS = ['entry_possible', 'entry_reverses', 'entry_takes', 'entry_gives'];
    /** What the guards of the book keep by themselves. */
    private const STANDING = 'standing';

    public function __construct(private readonly Connection $db, private readonly Counts $counts)
    {
    }

    /**
     * @return int rows
     *
     * @throws \RuntimeException with what is wrong, where nothing was taken in
     */
    public function read(string $folder): int
    {
        if (Row::number($this->db, 'SELECT (SELECT count(*) FROM account) + (SELECT count(*) FROM batch)') > 0) {
            throw new \RuntimeException('There is a nursery here already. Records come into an empty one: bin/start --no-demo begins one elsewhere.');
        }
        $sequence = $this->described($folder);
        $this->db->executeStatement('PRAGMA foreign_keys = OFF');
        try {
            $rows = $this->db->transactional(fn (): int => $this->all($folder, $sequence));
        } catch (DriverException $wrong) {
            throw new \RuntimeException('The records contradict themselves, and nothing was taken in. '.$wrong->getMessage(), 0, $wrong);
        } finally {
            $this->db->executeStatement('PRAGMA foreign_keys = ON');
        }
        Statistics::anew($this->db);
        $photos = Kernel::varDir().'/photos';
        is_dir($photos) || mkdir($photos, 0o700);
        foreach (glob("{$folder}/photos/*.jpg") ?: [] as $photo) {
            copy($photo, "{$photos}/".basename($photo));
        }

        return $rows;
    }

    /** @return array<string, int> how far each table has counted */
    private function described(string $folder): array
    {
        $path = "{$folder}/".Package::DESCRIPTION;
        $says = is_file($path) ? (string) file_get_contents($path) : throw new \RuntimeException("There is no {$path}.");
        try {
            $description = Fields::fromJson($says);
            $format = $description->text('format');
            $counted = $description->object('sequence');
            $sequence = [];
            foreach ($counted->names() as $table) {
                $sequence[$table] = $counted->count($table, 0, PHP_INT_MAX);
            }
        } catch (Refused $refused) {
            throw new \RuntimeException("{$path} is not what this program wrote: see {$refused->field}.", 0, $refused);
        }
        $now = Package::version($this->db);
        if ($format !== $now) {
            $says = "These records were taken out by another version ({$format}; this is {$now}). A copy is brought over by cradle:migrate.";
            throw new \RuntimeException($says);
        }

        return $sequence;
    }

    /** @param array<string, int> $sequence */
    private function all(string $folder, array $sequence): int
    {
        $triggers = Row::pairs($this->db, "SELECT name, sql FROM sqlite_master WHERE type = 'trigger'");
        foreach (array_diff(array_keys($triggers), self::GUARDS) as $name) {
            $this->db->executeStatement("DROP TRIGGER {$name}");
        }
        $tables = Package::tables($this->db);
        foreach ($tables as $table) {
            $this->db->executeStatement("DELETE FROM {$table}");
        }
        $rows = 0;
        foreach ($tables as $table) {
            if ($table !== self::STANDING) {
                $rows += $this->enter($folder, $table);
            }
        }
        $rows += $this->standing($folder);
        foreach (Row::all($this->db, 'PRAGMA foreign_key_check') as $lost) {
            throw new \RuntimeException("A row of {$lost->text('table')} points to nothing, so nothing was taken in.");
        }
        if (Row::number($this->db, 'SELECT count(*) FROM batch a JOIN batch b ON b.id = a.in_tray_of_id WHERE b.in_tray_of_id IS NOT NULL') > 0) {
            throw new \RuntimeException('A batch stands in the tray of one that stands in another tray, so nothing was taken in.');
        }
        $this->db->executeStatement('DELETE FROM sqlite_sequence WHERE name NOT IN (\'migration\', \'sent_write\')');
        foreach ($sequence as $table => $counted) {
            if (in_array($table, $tables, true)) {
                $this->db->insert('sqlite_sequence', ['name' => $table, 'seq' => $counted]);
            }
        }
        foreach (array_diff_key($triggers, array_flip(self::GUARDS)) as $sql) {
            $this->db->executeStatement((string) $sql);
        }

        return $rows;
    }

    /** What stands is what follows from the book, and nothing else. */
    private function standing(string $folder): int
    {
        $stands = $this->counts->everything();
        $rows = 0;
        foreach ($this->rows($folder, self::STANDING) as $cells) {
            $key = "{$cells['line_id']} {$cells['state']}";
            if (($stands[$key] ?? null) !== $cells['count']) {
                throw new \RuntimeException('What is said to stand does not follow from the book, so nothing was taken in.');
            }
            unset($stands[$key]);
            ++$rows;
        }

        return $stands === [] ? $rows : throw new \RuntimeException('Not all that stands by the book is said to, so nothing was taken in.');
    }

    private function enter(string $folder, string $table): int
    {
        $types = array_column(Package::columns($this->db, $table), 'type');
        $columns = array_keys(Package::columns($this->db, $table));
        $places = implode(', ', array_fill(0, count($columns), '?'));
        $enter = $this->db->prepare("INSERT INTO {$table} (".implode(', ', $columns).") VALUES ({$places})");
        $rows = 0;
        foreach ($this->rows($folder, $table) as $cells) {
            foreach (array_values($cells) as $i => $cell) {
                $enter->bindValue($i + 1, $cell, match (true) {
                    $cell === null => ParameterType::NULL,
                    $types[$i] === 'BLOB' => ParameterType::LARGE_OBJECT,
                    is_int($cell) => ParameterType::INTEGER,
                    default => ParameterType::STRING,
                });
            }
            $enter->executeStatement();
            ++$rows;
        }

        return $rows;
    }

    /** @return \Generator<int, array<string, int|string|null>> cells by column */
    private function rows(string $folder, string $table): \Generator
    {
        $path = "{$folder}/data/{$table}.csv";
        $file = is_file($path) ? fopen($path, 'r') : false;
        $file !== false || throw new \RuntimeException("There is no {$path}.");
        $columns = Package::columns($this->db, $table);
        if (fgetcsv($file, escape: '') !== array_keys($columns)) {
            throw new \RuntimeException("The columns of {$path} are not those of this version.");
        }
        $types = array_column($columns, 'type');
        for ($row = 1; ($cells = fgetcsv($file, escape: '')) !== false; ++$row) {
            count($cells) === count($types) || throw new \RuntimeException("Row {$row} of {$path} has other columns.");
            foreach ($cells as $i => $cell) {
                $cells[$i] = self::value((string) $cell, $types[$i], $path, $row);
            }
            yield array_combine(array_keys($columns), $cells);
        }
        fclose($file);
    }

    private static function value(string $cell, string $type, string $path, int $row): int|string|null
    {
        $value = match (true) {
            $cell === Package::NOTHING => null,
            $type === 'INTEGER' => filter_var($cell, FILTER_VALIDATE_INT),
            $type === 'REAL' => is_numeric($cell) ? $cell : false,
            $type === 'BLOB' => base64_decode($cell, true),
            default => mb_check_encoding($cell, 'UTF-8') ? $cell : false,
        };

        return $value === false ? throw new \RuntimeException("\"{$cell}\" in row {$row} of {$path} is not what its column holds.") : $value;
    }
}
