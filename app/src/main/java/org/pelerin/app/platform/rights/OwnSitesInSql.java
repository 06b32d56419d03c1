package org.pelerin.app.platform.rights;

import java.sql.Connection;
import java.util.stream.Collectors;
import org.apache.ibatis.executor.statement.StatementHandler;
import org.apache.ibatis.mapping.BoundSql;
import org.apache.ibatis.plugin.Interceptor;
import org.apache.ibatis.plugin.Intercepts;
import org.apache.ibatis.plugin.Invocation;
import org.apache.ibatis.plugin.Signature;
import org.apache.ibatis.reflection.SystemMetaObject;
import org.springframework.stereotype.Component;

/**
 * Lists follow the rights by site in their statements: {@code OWN_SITES(column)} is true of the sites of whoever asks,
 * {@code OWN_SITES_OR_NONE(column)} also where there is none. Statements that reckon for everybody, or decide what is right, bear neither.
 * Where nothing replaced them, the database knows no such function, and nothing is shown.
 */
@Component
@Intercepts(
        @Signature(
                type = StatementHandler.class,
                method = "prepare",
                args = {Connection.class, Integer.class}))
class OwnSitesInSql implements Interceptor {

    private static final String CONDITION = "OWN_SITES";
    private static final String OR_NONE = "_OR_NONE";

    @Override
    public Object intercept(Invocation call) throws Throwable {
        BoundSql statement = ((StatementHandler) call.getTarget()).getBoundSql();
        String sql = statement.getSql();
        if (sql.contains(CONDITION)) {
            SystemMetaObject.forObject(statement).setValue("sql", with(sql, OwnSites.now()));
        }
        return call.proceed();
    }

    static String with(String sql, OwnSites own) {
        StringBuilder out = new StringBuilder(sql.length());
        int from = 0;
        for (int at = sql.indexOf(CONDITION); at >= 0; at = sql.indexOf(CONDITION, from)) {
            boolean orNone = sql.startsWith(OR_NONE, at + CONDITION.length());
            int open = sql.indexOf('(', at);
            int close = closing(sql, open);
            out.append(sql, from, at).append(condition(own, sql.substring(open + 1, close), orNone));
            from = close + 1;
        }
        return out.append(sql, from, sql.length()).toString();
    }

    /** Where what is opened there is closed again. */
    private static int closing(String sql, int open) {
        int depth = 0;
        for (int i = open; i < sql.length(); i++) {
            depth += sql.charAt(i) == '(' ? 1 : sql.charAt(i) == ')' ? -1 : 0;
            if (depth == 0) {
                return i;
            }
        }
        throw new IllegalArgumentException("not closed: " + sql.substring(open));
    }

    /** Numbers of ours, no text of anybody's. */
    private static String condition(OwnSites own, String column, boolean orNone) {
        if (!(own instanceof OwnSites.Given given)) {
            return "TRUE";
        }
        String in = given.sites().isEmpty()
                ? "FALSE"
                : "COALESCE(" + column + ", 0) IN ("
                        + given.sites().stream().map(String::valueOf).collect(Collectors.joining(", ")) + ")";
        return orNone ? "(" + column + " IS NULL OR " + in + ")" : "(" + in + ")";
    }
}
