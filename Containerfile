# Legendum in a container: `podman build -t legendum .`, then
# `podman run -p 4321:4321 -v ./my-library:/library:ro -v legendum-data:/data legendum` (docs/install.md).
FROM node:20-bookworm-slim AS build
WORKDIR /legendum
COPY package.json package-lock.json ./
RUN npm ci --ignore-scripts
COPY . .
RUN npm run build && npm prune --omit=dev --ignore-scripts

FROM node:20-bookworm-slim
RUN apt-get update && apt-get install -y --no-install-recommends tini && rm -rf /var/lib/apt/lists/*
WORKDIR /legendum
COPY --from=build /legendum/package.json ./
COPY --from=build /legendum/node_modules ./node_modules
COPY --from=build /legendum/dist ./dist
ENV HOST=0.0.0.0 PORT=4321 LEGENDUM_INDEX=/data/index GLIBC_TUNABLES=glibc.malloc.hugetlb=1
RUN mkdir /data && chown node:node /data
VOLUME /data
USER node
EXPOSE 4321
HEALTHCHECK --interval=30s --timeout=5s --start-period=120s CMD ["node", "-e", "fetch('http://127.0.0.1:4321/readyz').then((r) => process.exit(r.ok ? 0 : 1), () => process.exit(1))"]
ENTRYPOINT ["tini", "--"]
# The index is built of the folder at the first start, and by what has changed at every other.
CMD ["sh", "-c", "node --max-old-space-size=12000 dist/app/indexing.mjs --library /library --out /data/index; [ $? -lt 2 ] && exec node dist/app/main.mjs"]
