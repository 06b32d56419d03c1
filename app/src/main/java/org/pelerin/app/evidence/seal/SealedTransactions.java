package org.pelerin.app.evidence.seal;

import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.ibatis.executor.Executor;
import org.apache.ibatis.mapping.MappedStatement;
import org.apache.ibatis.plugin.Interceptor;
import org.apache.ibatis.plugin.Intercepts;
import org.apache.ibatis.plugin.Invocation;
import org.apache.ibatis.plugin.Signature;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Seals at the end of every transaction what it changed of sealed tables, whichever room did: triggers note on the connection whose rows they are, and
 * this asks for them just before the commit. What is changed past the application is noted by nobody, and not sealed. Outside of a transaction
 * no column that is sealed can be written.
 */
@Component
@Intercepts(
        @Signature(
                type = Executor.class,
                method = "update",
                args = {MappedStatement.class, Object.class}))
class SealedTransactions implements Interceptor {

    private static final String OWN = SealMapper.class.getName();
    private static final Pattern TABLE = Pattern.compile(
            "\\s*(?:(?:INSERT|REPLACE)(?:\\s+IGNORE)?\\s+INTO|UPDATE|DELETE\\s+FROM)\\s+(\\w+).*", Pattern.DOTALL);

    private static final Pattern SET =
            Pattern.compile("\\s*UPDATE\\s+\\w+\\s+SET\\s(.*?)(?:\\sWHERE\\s.*)?", Pattern.DOTALL);
    private static final Pattern COLUMN = Pattern.compile("(?:^|,)\\s*(\\w+)\\s*=");

    private final ObjectProvider<SealMapper> mapper;
    private final ObjectProvider<Seals> seals;
    private final ObjectProvider<SealedRows> rows;

    SealedTransactions(
            ObjectProvider<SealMapper> mapper, ObjectProvider<Seals> seals, ObjectProvider<SealedRows> rows) {
        this.mapper = mapper;
        this.seals = seals;
        this.rows = rows;
    }

    @Override
    public Object intercept(Invocation invocation) throws Throwable {
        MappedStatement statement = (MappedStatement) invocation.getArgs()[0];
        if (!statement.getId().startsWith(OWN)) {
            if (TransactionSynchronizationManager.isActualTransactionActive()) {
                watch();
            } else {
                refuse(statement, invocation.getArgs()[1]);
            }
        }
        return invocation.proceed();
    }

    private void watch() {
        if (TransactionSynchronizationManager.getSynchronizations().stream()
                .noneMatch(SealAtCommit.class::isInstance)) {
            mapper.getObject().forget();
            TransactionSynchronizationManager.registerSynchronization(new SealAtCommit());
        }
    }

    private void refuse(MappedStatement statement, Object parameter) {
        String sql = statement.getBoundSql(parameter).getSql();
        Matcher m = TABLE.matcher(sql);
        SealedTable table = m.matches() ? rows.getObject().table(m.group(1)) : null;
        if (table != null && !table.leftOut().containsAll(set(sql))) {
            throw new IllegalStateException(
                    statement.getId() + " writes " + m.group(1) + ", which is sealed, outside of a transaction");
        }
    }

    /** The columns that an update sets; one that nothing is called where it is no update, as that is of whole rows. */
    private static List<String> set(String sql) {
        Matcher set = SET.matcher(sql);
        return set.matches()
                ? COLUMN.matcher(set.group(1)).results().map(r -> r.group(1)).toList()
                : List.of("");
    }

    /** After other hooks that write, before the session is closed. */
    private final class SealAtCommit implements TransactionSynchronization {

        private static final int BEFORE_THE_SESSION_CLOSES = 900;

        @Override
        public int getOrder() {
            return BEFORE_THE_SESSION_CLOSES;
        }

        @Override
        public void beforeCommit(boolean readOnly) {
            String touched = mapper.getObject().touched();
            if (touched != null) {
                seals.getObject()
                        .changed(Arrays.stream(touched.split(","))
                                .map(SealedSet::read)
                                .toList());
            }
        }
    }
}
