package org.pelerin.app.organisation.account;

import java.nio.ByteBuffer;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.beans.factory.BeanClassLoaderAware;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.convert.converter.Converter;
import org.springframework.core.convert.support.GenericConversionService;
import org.springframework.core.serializer.DefaultDeserializer;
import org.springframework.core.serializer.support.DeserializingConverter;
import org.springframework.core.serializer.support.SerializingConverter;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextImpl;

/**
 * How attributes of sessions are stored. Who somebody is, is in each request's session and takes longer to read back than all else of it: what was read once is
 * known by its bytes. Each request gets a context of its own, as a request may change it; the person in it is never changed.
 */
@Configuration
class SessionConverters implements BeanClassLoaderAware {

    private static final int KNOWN = 500;

    private ClassLoader classes;

    @Override
    public void setBeanClassLoader(ClassLoader classes) {
        this.classes = classes;
    }

    @Bean
    GenericConversionService springSessionConversionService() {
        GenericConversionService out = new GenericConversionService();
        out.addConverter(Object.class, byte[].class, new SerializingConverter());
        out.addConverter(
                byte[].class,
                Object.class,
                new Remembering(new DeserializingConverter(new DefaultDeserializer(classes))));
        return out;
    }

    private static final class Remembering implements Converter<byte[], Object> {

        private final Converter<byte[], Object> reads;
        private final Map<ByteBuffer, SecurityContext> known =
                Collections.synchronizedMap(new LinkedHashMap<>(KNOWN, 0.75f, true) {
                    private static final long serialVersionUID = 1;

                    @Override
                    protected boolean removeEldestEntry(Map.Entry<ByteBuffer, SecurityContext> eldest) {
                        return size() > KNOWN;
                    }
                });

        Remembering(Converter<byte[], Object> reads) {
            this.reads = reads;
        }

        @Override
        public Object convert(byte[] bytes) {
            ByteBuffer key = ByteBuffer.wrap(bytes);
            SecurityContext context = known.get(key);
            if (context == null) {
                Object read = reads.convert(bytes);
                if (!(read instanceof SecurityContext fresh)) {
                    return read;
                }
                known.put(key, fresh);
                context = fresh;
            }
            return new SecurityContextImpl(context.getAuthentication());
        }
    }
}
