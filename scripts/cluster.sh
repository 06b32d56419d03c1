# Three databases that are one (a Galera cluster), three applications and a proxy before them, all on this machine. Read by ./pelerin.
# node N: database 744N, among each other 745N to 747N; application N: 808N. The proxy has PELERIN_PORT.

CLUSTER=var/cluster
NODES="1 2 3"

node_home() { cat "$CLUSTER/node$1.home" 2>/dev/null; }
node_runs() { local at; at=$(node_home "$1"); [ -n "$at" ] && alive "$at/db.pid" "$at"; }

node_says() { # node_says N WORD: what the server says of itself
  mariadb --no-defaults -h 127.0.0.1 -P "744$1" -u pelerin -p"$(db_password "$CLUSTER")" -N -e "SHOW STATUS LIKE '$2'" 2>/dev/null | cut -f2
}
node_synced() { [ "$(node_says "$1" wsrep_local_state)" = 4 ] && [ "$(node_says "$1" wsrep_cluster_status)" = Primary ]; }

node_start() { # node_start N [first]: joins those that run, or begins the cluster
  local n=$1 at secret begin=()
  node_runs "$n" && return
  at=$(db_home "$HERE/$CLUSTER/node$n")
  echo "$at" >"$CLUSTER/node$n.home"
  rm -f "$at/db.pid"
  port_taken "744$n" && fail "port 744$n, wanted for a database of the cluster, is taken by another program; stop that"
  if [ ! -d "$at/data" ]; then
    db_run mariadb-install-db --no-defaults --datadir="$at/data" --auth-root-authentication-method=normal --skip-test-db \
      >"$at/install.log" 2>&1 || fail "the database directory could not be made; see $at/install.log"
  fi
  mkdir -p "$at/temporary"
  # accounts are each node's own: what is done at its start is not handed to the others. The keeper may cut one off, to see what happens then.
  secret=$(db_password "$CLUSTER")
  rm -f "$at/init.sql"
  (umask 077; { db_accounts "$secret"; printf '%s\n' "CREATE USER IF NOT EXISTS 'keeper'@'127.0.0.1' IDENTIFIED BY '$secret';" "GRANT SUPER ON *.* TO 'keeper'@'127.0.0.1';"; } >"$at/init.sql")
  if [ "$(id -u)" -eq 0 ]; then chown mysql: "$at/temporary" "$at/init.sql"; fi
  if [ "${2:-}" = first ]; then
    [ -f "$at/data/grastate.dat" ] && sed -i 's/^safe_to_bootstrap:.*/safe_to_bootstrap: 1/' "$at/data/grastate.dat"
    begin=(--wsrep-new-cluster)
  fi
  # a row that a statement has just read here may have been changed on another node: --wsrep-sync-wait waits until what is
  # under way has arrived. A node that dies loses nothing that the others have: they need not all wait for their disks.
  db_run setsid "$(mariadbd_path)" --no-defaults --datadir="$at/data" --tmpdir="$at/temporary" --socket="/tmp/pelerin-db-744$n.sock" --port="744$n" \
    --bind-address=127.0.0.1 --skip-name-resolve --pid-file="$at/db.pid" --log-error="$at/db.log" --init-file="$at/init.sql" \
    --innodb-buffer-pool-size=128M --max-allowed-packet=64M --character-set-server=utf8mb4 \
    --binlog-format=ROW --log-bin-trust-function-creators=1 --innodb-autoinc-lock-mode=2 --innodb-flush-log-at-trx-commit=2 \
    --wsrep-on=ON --wsrep-provider="$(galera_library)" --wsrep-cluster-name=pelerin --wsrep-node-name="node$n" \
    --wsrep-cluster-address=gcomm://127.0.0.1:7451,127.0.0.1:7452,127.0.0.1:7453 --wsrep-node-address="127.0.0.1:745$n" \
    --wsrep-sst-method=rsync --wsrep-sst-receive-address="127.0.0.1:747$n" --wsrep-sync-wait=1 \
    --wsrep-provider-options="gmcast.listen_addr=tcp://127.0.0.1:745$n;ist.recv_addr=127.0.0.1:746$n;gcache.size=64M" \
    "${begin[@]}" </dev/null >/dev/null 2>&1 &
  for _ in $(seq 1 900); do
    if node_runs "$n" && node_synced "$n"; then return; fi
    sleep 0.1
  done
  fail "database $n did not join; see $at/db.log"
}

haproxy_path() { command -v haproxy || { [ -x /usr/sbin/haproxy ] && echo /usr/sbin/haproxy; }; }
galera_library() { ls /usr/lib/galera/libgalera_smm.so /usr/lib64/galera-4/libgalera_smm.so 2>/dev/null | head -1; }

# Where all have ended, the one that has seen the most begins again.
node_to_begin() {
  local n at best=1 most=-2 seen
  for n in $NODES; do
    at=$(node_home "$n")
    [ -n "$at" ] && [ -f "$at/data/grastate.dat" ] || continue
    if grep -q '^safe_to_bootstrap: 1' "$at/data/grastate.dat"; then echo "$n"; return; fi
    seen=$(sed -n 's/^seqno: *//p' "$at/data/grastate.dat")
    if [ "$seen" = -1 ]; then # it was killed: the server knows
      seen=$(db_run "$(mariadbd_path)" --no-defaults --datadir="$at/data" --tmpdir="$at/temporary" --port=0 --socket="/tmp/pelerin-db-recover-$n.sock" --skip-networking \
        --wsrep-recover --wsrep-on=ON --wsrep-provider="$(galera_library)" --log-error="$at/recover.log" >/dev/null 2>&1; sed -n 's/.*Recovered position: *[^:]*:\(-\{0,1\}[0-9]*\).*/\1/p' "$at/recover.log" | tail -1)
    fi
    if [ "${seen:--1}" -gt "$most" ]; then most=${seen:--1}; best=$n; fi
  done
  echo "$best"
}

cluster_databases() {
  local n first
  for n in $NODES; do node_runs "$n" && first=0; done
  [ -z "${first:-}" ] && { first=$(node_to_begin); node_start "$first" first; }
  for n in $NODES; do node_start "$n"; done
}

application_start() { # application_start N
  local at=$CLUSTER/app$1
  alive "$at/app.pid" app.jar && return
  mkdir -p "$at"
  (PORT=808$1; export PELERIN_PORT=$PORT; run_app "$at") || exit 1
}

proxy_file() { # of the example that a release brings, with what is here in its place
  sed "s|bind :80$|bind 127.0.0.1:$PORT|; /bind :443/d; /redirect scheme/d; s|192.0.2.1\([123]\):8080|127.0.0.1:808\1|; s|^global|global\n  pidfile $HERE/$CLUSTER/proxy.pid|" release/haproxy.cfg
}

stop_cluster() {
  local n at
  [ -d "$CLUSTER" ] || return 0
  rm -f "$CLUSTER/owner"
  end_process "$CLUSTER/proxy.pid" haproxy 5
  for n in $NODES; do end_process "$CLUSTER/app$n/app.pid" app.jar 20; done
  end_process "$CLUSTER/yard.pid" yard.jar 10
  # the last one to end knows that it has everything
  for n in $NODES; do at=$(node_home "$n"); [ -n "$at" ] && db_stop "$at"; done
  return 0
}

cluster_status() {
  local n
  for n in $NODES; do
    node_runs "$n" && say "$CLUSTER: database $n runs"
    alive "$CLUSTER/app$n/app.pid" app.jar && say "$CLUSTER: application $n runs"
  done
  return 0
}

cluster_up() {
  local n first=
  # whatever database the environment names: this one is its own
  unset PELERIN_DB_URL PELERIN_DB_USER PELERIN_DB_PASSWORD
  need_packages cluster
  build
  stop_cluster
  mkdir -p "$CLUSTER"
  echo $$ >"$CLUSTER/owner"
  trap 'say ""; say "Stopping …"; owns "$CLUSTER" && stop_cluster; say "Stopped."; exit 0' INT TERM
  need_port "$PORT" "the proxy" PELERIN_PORT
  say "Starting three databases …"
  cluster_databases
  PELERIN_DB_PASSWORD=$(db_password "$CLUSTER")
  export PELERIN_DB_PASSWORD PELERIN_DB_USER=pelerin PELERIN_FORWARDED=native \
    PELERIN_DB_URL="jdbc:mariadb:sequential://127.0.0.1:7441,127.0.0.1:7442,127.0.0.1:7443/pelerin?galeraAllowedState=4" \
    PELERIN_ANCHORS=$HERE/$CLUSTER/anchors PELERIN_ARCHIVE_DIR=$HERE/$CLUSTER/archive PELERIN_BACKUP_DIR=$HERE/$CLUSTER/backups
  demo_surroundings "$CLUSTER"
  [ -f "$CLUSTER/complete" ] || first=1
  [ -n "$first" ] && say "Living a month at the creameries to fill the demo data …"
  say "Starting three applications …"
  application_start 1
  if [ -n "$first" ]; then
    wait_for 1800 "$CLUSTER/app1/app.pid" app.jar demo_ready "$CLUSTER/app1" || fail "the demo data were not completed; see $CLUSTER/app1/app.log, then: ./pelerin cluster-demo --fresh"
    touch "$CLUSTER/complete"
  fi
  application_start 2
  application_start 3
  proxy_file >"$CLUSTER/haproxy.cfg"
  "$(haproxy_path)" -f "$CLUSTER/haproxy.cfg" -c -q || fail "the proxy does not take its settings; see $CLUSTER/haproxy.cfg"
  "$(haproxy_path)" -D -f "$CLUSTER/haproxy.cfg" || fail "the proxy did not start"
  wait_for 30 "$CLUSTER/proxy.pid" haproxy app_answers || fail "the proxy reaches no application"
}

# What ends, however it ended, is begun again; so what is killed to see what happens comes back.
cluster_stay() {
  local n
  while owns "$CLUSTER"; do
    for n in $NODES; do
      node_runs "$n" || { say "Database $n has ended; it joins again."; node_start "$n"; }
      alive "$CLUSTER/app$n/app.pid" app.jar || { say "Application $n has ended; it is started again."; application_start "$n"; }
    done
    sleep 1
  done
  say "Stopped."
}

cluster_demo() {
  [ -z "${1:-}" ] || [ "$1" = --fresh ] || fail "cluster-demo takes --fresh or nothing, not “$1”"
  alone "$CLUSTER"
  local n at
  if [ "${1:-}" = --fresh ]; then
    stop_cluster
    for n in $NODES; do at=$(node_home "$n"); [ -n "$at" ] && rm -rf "$at"; done
    rm -rf "$CLUSTER"
  fi
  cluster_up
  started "$CLUSTER"
  say ""
  say "Pelerin is ready at http://127.0.0.1:$PORT, from any of three applications (8081 to 8083) on a cluster of three databases (7441 to 7443)"
  say "Accounts: tech, review, admin, viewer; the password of each is pelerin"
  say "Kill what you like; it is started again. Ctrl-C stops everything, and so does ./pelerin stop"
  cluster_stay
}

cluster_check() { # cluster_check ROUNDS [SEED]: work goes on while parts of a running cluster-demo are killed, frozen and cut off
  alive "$CLUSTER/app1/app.pid" app.jar || fail "no cluster runs; start one with ./pelerin cluster-demo"
  mvn -B -q -pl core,link,proof,yard,app -DskipTests -Dspotless.check.skip=true install >var/build.log 2>&1 || fail "it could not be built; see var/build.log"
  mvn -B -q -pl app exec:java -Dexec.classpathScope=test -Dexec.mainClass=org.pelerin.app.ClusterCheck \
    -Dexec.args="http://127.0.0.1:$PORT $HERE/$CLUSTER ${1:-10} ${2:-}"
}
