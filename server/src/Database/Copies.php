<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\DBAL\Connection;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Kernel;

/**
 * Copies of all that a nursery has kept: the database and the pictures. Each is made while people work, opened again and checked
 * before it counts as one, and stands in a folder of its own.
 */
final class Copies
{
    /** A copy is old after so many hours: with one each night, one night was missed. */
    public const OLD_HOURS = 36;
    /** Days that copies are kept, where nobody says otherwise. */
    public const KEEP_DAYS = 30;
    private const DATABASE = 'cradle.sqlite';
    /** Seconds that those who are at work have to end. */
    private const PATIENCE = 4.0;

    public function __construct(
        private readonly Connection $db,
        private readonly Today $today,
        #[Autowire('%env(CRADLE_COPIES)%')] private readonly string $elsewhere = '',
    ) {
    }

    /** CRADLE_COPIES names another disk. */
    public function folder(): string
    {
        return $this->elsewhere === '' ? Kernel::varDir().'/copies' : $this->elsewhere;
    }

    /**
     * Makes a copy, checks it, and takes away those that are older than so many days; the newest good one always stays.
     *
     * @throws \RuntimeException where there is no room, or the copy is not as it must be
     */
    public function make(int $keepDays): Copy
    {
        $made = $this->today->now();
        $name = $made->format('Y-m-d_His');
        $folder = $this->folder().'/'.$name;
        $new = $folder.'.new';
        self::without($new);
        if (!is_dir($new) && !@mkdir($new, 0o700, true)) {
            throw new \RuntimeException("The folder {$new} cannot be made.");
        }
        try {
            // One reading of all of it, that waits for nobody and lets everybody write meanwhile.
            $this->db->executeStatement('VACUUM INTO ?', ["{$new}/".self::DATABASE]);
            chmod("{$new}/".self::DATABASE, 0o600);
            $photos = $this->photosTo("{$new}/photos");
            $wrong = self::faultOf("{$new}/".self::DATABASE);
            if ($wrong !== null) {
                throw new \RuntimeException("The copy is not good: {$wrong}");
            }
            $copy = new Copy($name, $made, (int) filesize("{$new}/".self::DATABASE), $photos);
            self::write("{$new}/copy.json", json_encode($copy->toArray(), JSON_THROW_ON_ERROR));
            self::without($folder);
            if (!rename($new, $folder)) {
                throw new \RuntimeException("The copy cannot be put to {$folder}.");
            }
        } catch (\Throwable $failed) {
            self::without($new);
            throw $failed instanceof \RuntimeException ? $failed : new \RuntimeException($failed->getMessage(), 0, $failed);
        }
        $this->sweep($made->modify("-{$keepDays} days"));

        return $copy;
    }

    /** @return list<Copy> the newest first */
    public function all(): array
    {
        $copies = [];
        foreach (glob($this->folder().'/*/copy.json') ?: [] as $file) {
            $copy = Copy::read((string) file_get_contents($file));
            if ($copy !== null) {
                $copies[] = $copy;
            }
        }
        usort($copies, static fn (Copy $a, Copy $b) => $b->madeAt <=> $a->madeAt);

        return $copies;
    }

    /** Whether it is too long ago that the last one was made. */
    public function isOld(): bool
    {
        $last = $this->all()[0] ?? null;

        return $last === null || $last->madeAt < $this->today->now()->modify(sprintf('-%d hours', self::OLD_HOURS));
    }

    public function path(string $name): string
    {
        $path = $this->folder().'/'.basename($name);

        return is_file("{$path}/".self::DATABASE) ? $path : throw Refused::because('unknown', 'copy', sprintf('There is no copy %s.', $name));
    }

    /**
     * Puts a copy in the place of the present database, which is put aside with all that is of it.
     *
     * @param string $folder of the copy
     *
     * @return string where the present one is now
     *
     * @throws \RuntimeException where the copy is not good, or somebody works with the present one
     */
    public static function restore(string $folder): string
    {
        $copy = $folder.'/'.self::DATABASE;
        $wrong = self::faultOf($copy);
        if ($wrong !== null) {
            throw new \RuntimeException("That copy is not good, so nothing was changed: {$wrong}");
        }
        $live = Kernel::varDir().'/'.self::DATABASE;
        Closed::shut();
        try {
            self::mustBeAtRest($live);
            $aside = self::putAside($live);
            if (!copy($copy, "{$live}.new") || !rename("{$live}.new", $live)) {
                throw new \RuntimeException("The copy cannot be put to {$live}; what was there is in {$aside}.");
            }
            self::own($live, 0o600);
        } finally {
            Closed::open();
        }
        $photos = Kernel::varDir().'/photos';
        if (!is_dir($photos) && is_dir("{$folder}/photos")) {
            mkdir($photos, 0o700);
        }
        foreach (glob("{$folder}/photos/*") ?: [] as $photo) {
            $to = $photos.'/'.basename($photo);
            if (!is_file($to)) {
                copy($photo, $to);
                self::own($to, 0o600);
            }
        }
        self::own($photos, 0o700);
        self::own($aside, 0o700);

        return $aside;
    }

    private static function putAside(string $live): string
    {
        $aside = Kernel::varDir().'/aside-'.date('Y-m-d_His');
        if (!mkdir($aside, 0o700)) {
            throw new \RuntimeException("The folder {$aside} cannot be made.");
        }
        foreach (['', '-wal', '-shm'] as $tail) {
            if (is_file($live.$tail) && !rename($live.$tail, $aside.'/'.self::DATABASE.$tail)) {
                throw new \RuntimeException("{$live}{$tail} cannot be put aside.");
            }
        }

        return $aside;
    }

    /** What is wrong with a database; null where nothing is. */
    public static function faultOf(string $file): ?string
    {
        if (!is_file($file)) {
            return "there is no {$file}";
        }
        try {
            $db = new \PDO('sqlite:'.$file, options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
            $checked = $db->query('PRAGMA integrity_check(1)');
            $said = $checked === false ? '' : (string) $checked->fetchColumn();
            if ($said !== 'ok') {
                return $said === '' ? 'it cannot be checked' : $said;
            }
            $points = $db->query('PRAGMA foreign_key_check');
            if ($points === false || $points->fetch() !== false) {
                return 'a row points to nothing';
            }
            $people = $db->query('SELECT count(*) FROM account');

            return $people === false ? 'it is no database of this program' : null;
        } catch (\PDOException $failed) {
            return $failed->getMessage();
        }
    }

    /** @throws \RuntimeException where somebody has it open */
    private static function mustBeAtRest(string $live): void
    {
        if (!is_file($live)) {
            return;
        }
        try {
            $db = new \PDO('sqlite:'.$live, options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION, \PDO::ATTR_TIMEOUT => 1]);
            $db->exec('PRAGMA wal_checkpoint(TRUNCATE)');
            // The last one to close it takes its log away.
            $db = null;
        } catch (\PDOException) {
            // What is broken is put aside as it is.
        }
        // Who came in before the door was shut is let end.
        for ($until = microtime(true) + self::PATIENCE; ($open = self::openBy($live)) !== [] && microtime(true) < $until;) {
            usleep(200_000);
        }
        if ($open !== []) {
            throw new \RuntimeException(sprintf(
                'The database is in use (process %s), so nothing was changed. Stop the service first: systemctl stop wet-cradle.',
                implode(', ', $open),
            ));
        }
    }

    /** @return list<int> processes that have it, or what is of it, open */
    private static function openBy(string $live): array
    {
        $real = (string) realpath($live);
        $open = [];
        foreach (glob('/proc/[0-9]*/fd/*') ?: [] as $link) {
            $to = @readlink($link);
            if ($to !== false && in_array($to, [$real, $real.'-wal', $real.'-shm'], true)) {
                $open[] = (int) explode('/', $link)[2];
            }
        }

        return array_values(array_unique(array_diff($open, [(int) getmypid()])));
    }

    /** Pictures never change under their names: those that the copy before has too are the same files. */
    private function photosTo(string $folder): int
    {
        mkdir($folder, 0o700);
        $last = $this->all()[0] ?? null;
        $many = 0;
        foreach (glob(Kernel::varDir().'/photos/*.jpg') ?: [] as $photo) {
            $name = basename($photo);
            $before = $last === null ? '' : "{$this->folder()}/{$last->name}/photos/{$name}";
            if (!(is_file($before) && @link($before, "{$folder}/{$name}")) && !copy($photo, "{$folder}/{$name}")) {
                throw new \RuntimeException("The picture {$name} cannot be copied.");
            }
            ++$many;
        }

        return $many;
    }

    private function sweep(\DateTimeImmutable $before): void
    {
        foreach (array_slice($this->all(), 1) as $copy) {
            if ($copy->madeAt < $before) {
                self::without($this->folder().'/'.$copy->name);
            }
        }
        // What was begun and never ended.
        foreach (glob($this->folder().'/*.new') ?: [] as $half) {
            self::without($half);
        }
    }

    private static function without(string $folder): void
    {
        foreach (glob("{$folder}/{photos/*,*}", GLOB_BRACE) ?: [] as $one) {
            is_dir($one) ? @rmdir($one) : @unlink($one);
        }
        @rmdir($folder);
    }

    private static function write(string $file, string $content): void
    {
        if (file_put_contents($file, $content) !== strlen($content)) {
            throw new \RuntimeException("There is no room for {$file}.");
        }
    }

    /** Owned by whoever owns the folder, and read by nobody else, also where root has put it there. */
    private static function own(string $path, int $mode): void
    {
        if (!file_exists($path)) {
            return;
        }
        chmod($path, $mode);
        if (function_exists('posix_geteuid') && posix_geteuid() === 0) {
            chown($path, (int) fileowner(Kernel::varDir()));
            chgrp($path, (int) filegroup(Kernel::varDir()));
        }
    }
}
