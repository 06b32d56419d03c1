package org.pelerin.app.organisation.units;

import java.security.Principal;
import java.util.List;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.core.MethodParameter;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Gives pages the units in which values are shown: a person's own, or what the address's {@code t} says, see {@link AskedUnits}.
 */
@Component
class ShownUnitsResolver implements HandlerMethodArgumentResolver, WebMvcConfigurer {

    private final OwnUnits units;

    ShownUnitsResolver(OwnUnits units) {
        this.units = units;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == ShownUnits.class;
    }

    @Override
    public ShownUnits resolveArgument(
            MethodParameter parameter,
            ModelAndViewContainer container,
            NativeWebRequest request,
            WebDataBinderFactory binder) {
        Principal me = request.getUserPrincipal();
        ShownUnits own = me == null ? ShownUnits.RECORDED : units.of(me.getName());
        return AskedUnits.of(request.getParameter("t")).over(own);
    }
}
