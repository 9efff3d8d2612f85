// Packs what the browser loads, once at build time: brotli where it is taken, gzip elsewhere.
import { cpSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const root = 'target/classes/public';

function pack(folder) {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) {
      pack(path);
    } else if (/\.(js|css|html|svg|json)$/.test(name)) {
      const bytes = readFileSync(path);
      const params = { [constants.BROTLI_PARAM_QUALITY]: 11 };
      writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params }));
      writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }));
    }
  }
}

// for languages that the server makes of English
cpSync('src/words', join(root, 'words'), {
  recursive: true,
  filter: (path) => !path.endsWith('.ts'),
});
pack(root);
