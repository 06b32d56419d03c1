package org.pelerin.app.report.api;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.Set;
import org.springframework.core.DefaultParameterNameDiscoverer;
import org.springframework.core.MethodParameter;
import org.springframework.core.ParameterNameDiscoverer;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** A parameter that nothing here knows is refused: what is misspelt must not be left out without a word. */
@Component
class KnownParameters implements HandlerInterceptor, WebMvcConfigurer {

    private static final ParameterNameDiscoverer NAMES = new DefaultParameterNameDiscoverer();

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/v1/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (!(handler instanceof HandlerMethod method)
                || !method.getBeanType().getPackageName().equals(getClass().getPackageName())) {
            return true;
        }
        Set<String> known = new LinkedHashSet<>();
        Arrays.stream(method.getMethodParameters())
                .filter(p -> p.hasParameterAnnotation(RequestParam.class))
                .forEach(p -> known.add(name(p)));
        for (String given : request.getParameterMap().keySet()) {
            if (!known.contains(given)) {
                throw new ApiProblems.BadRequestException(
                        given,
                        "There is no parameter “" + given + "” here"
                                + (known.isEmpty() ? "" : "; there are " + String.join(", ", known)));
            }
            if (request.getParameterValues(given).length > 1) {
                throw new ApiProblems.BadRequestException(given, "“" + given + "” is given more than once");
            }
        }
        return true;
    }

    private static String name(MethodParameter p) {
        String said = p.getParameterAnnotation(RequestParam.class).name();
        p.initParameterNameDiscovery(NAMES);
        return said.isEmpty() ? String.valueOf(p.getParameterName()) : said;
    }
}
