<?php

declare(strict_types=1);

// Each run has its own folder for database, sessions and cache, taken away at the end.
$var = sys_get_temp_dir().'/wet-cradle-tests-'.getmypid();
$_SERVER['CRADLE_VAR'] = $_ENV['CRADLE_VAR'] = $var;
$_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-12';
$_SERVER['APP_ENV'] = $_ENV['APP_ENV'] = 'test';
$_SERVER['APP_DEBUG'] = $_ENV['APP_DEBUG'] = '0';
putenv('CRADLE_VAR='.$var);
register_shutdown_function(static function () use ($var): void {
    exec('rm -rf '.escapeshellarg($var));
});

require dirname(__DIR__).'/config/bootstrap.php';
