<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Symfony\Component\Yaml\Yaml;

/** The made-up nursery's own files. */
final class Readable
{
    /** @return array<string, mixed> */
    public static function yaml(string $name): array
    {
        return (array) Yaml::parseFile(self::path($name));
    }

    /** @return list<array<string, string>> a row by its column names */
    public static function csv(string $name): array
    {
        $file = new \SplFileObject(self::path($name));
        $file->setFlags(\SplFileObject::READ_CSV | \SplFileObject::SKIP_EMPTY | \SplFileObject::READ_AHEAD | \SplFileObject::DROP_NEW_LINE);
        $rows = [];
        $columns = null;
        foreach ($file as $row) {
            if (!is_array($row)) {
                continue;
            }
            $cells = array_map('strval', $row);
            if ($columns === null) {
                $columns = $cells;
            } else {
                $rows[] = array_combine($columns, $cells);
            }
        }

        return $rows;
    }

    private static function path(string $name): string
    {
        return dirname(__DIR__, 3).'/demo/'.$name;
    }
}
