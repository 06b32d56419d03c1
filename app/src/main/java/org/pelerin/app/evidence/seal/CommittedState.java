package org.pelerin.app.evidence.seal;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.sql.SQLException;
import java.util.function.Function;
import javax.sql.DataSource;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The database as it was committed, for a transaction that is just about to commit and sees its own changes everywhere else: one connection of its
 * own, as who seals is alone. It waits for no lock.
 */
@Component
class CommittedState implements DisposableBean {

    private final DataSource all;
    private HikariDataSource one;
    private TransactionTemplate transaction;

    CommittedState(DataSource all) {
        this.all = all;
    }

    /** What is read sees one instant. */
    <T> T read(Function<JdbcTemplate, T> reading) {
        HikariDataSource source = source();
        return transaction.execute(t -> reading.apply(new JdbcTemplate(source)));
    }

    private synchronized HikariDataSource source() {
        if (one == null) {
            try {
                HikariConfig config = new HikariConfig();
                all.unwrap(HikariDataSource.class).copyStateTo(config);
                config.setMaximumPoolSize(1);
                config.setMinimumIdle(0);
                config.setIdleTimeout(60_000);
                config.setPoolName("committed");
                one = new HikariDataSource(config);
            } catch (SQLException e) {
                throw new IllegalStateException("There is no pool of connections", e);
            }
            DataSourceTransactionManager manager = new DataSourceTransactionManager(one);
            // it is no part of the transaction that goes on around it
            manager.setTransactionSynchronization(DataSourceTransactionManager.SYNCHRONIZATION_NEVER);
            transaction = new TransactionTemplate(manager);
            transaction.setReadOnly(true);
        }
        return one;
    }

    @Override
    public synchronized void destroy() {
        if (one != null) {
            one.close();
        }
    }
}
