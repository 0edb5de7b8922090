<?php

declare(strict_types=1);

namespace WetCradle\Server;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    public function getProjectDir(): string
    {
        return dirname(__DIR__);
    }

    /** Where the database, the log and the sessions live; CRADLE_VAR moves them, for tests and for real use. */
    public static function varDir(): string
    {
        $dir = $_SERVER['CRADLE_VAR'] ?? getenv('CRADLE_VAR');

        return is_string($dir) && $dir !== '' ? $dir : dirname(__DIR__).'/var';
    }

    public function getCacheDir(): string
    {
        return self::varDir().'/cache/'.$this->environment;
    }

    public function getLogDir(): string
    {
        return self::varDir().'/log';
    }
}
