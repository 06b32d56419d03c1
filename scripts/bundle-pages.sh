#!/bin/sh
# What pages load, each in one file: scripts with all that they import, styles with what is used of Bootstrap.
#   sh scripts/bundle-pages.sh BUNDLER LIBRARIES SOURCES RESULT
# BUNDLER is the esbuild program, LIBRARIES where the web jars are unpacked, SOURCES src/main, RESULT the classes' static folder.
set -eu
bundler=$1 libraries=$2/META-INF/resources/webjars sources=$3 result=$4
static=$sources/resources/static
chmod +x "$bundler"
rm -f "$result"/js/part-*.js
bootstrap=$(echo "$libraries"/bootstrap/*/css/bootstrap.min.css)
htmx=$(echo "$libraries"/htmx.org/*/dist/htmx.esm.js)
java "$sources/../build/TrimStyles.java" "$bootstrap" "$libraries/bootstrap-used.css" "$sources/resources/templates" "$static/js" "$sources/java"
cd "$static"
# the modules that pages name, each at the address it had; what several of them import becomes a part of its own
modules=$(grep -rhoE '@\{/js/[a-z/-]+\.js\}" type="module"' "$sources/resources/templates" | sed -E 's|@\{/(.*)\}.*|\1|' | sort -u)
"$bundler" css/every-page.css $modules \
  --bundle --splitting --format=esm --minify --target=es2022,chrome120,firefox120,safari17 --outbase=. --outdir="$result" --chunk-names=js/part-[hash] \
  --alias:htmx.org="$htmx" --alias:bootstrap="$libraries/bootstrap-used.css" --external:/fonts/* --external:/css/* \
  --log-level=warning --log-override:direct-eval=silent
