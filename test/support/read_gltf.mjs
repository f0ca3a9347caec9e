// Reads glTF by gltf-validator (Khronos Group): standard input to its report as JSON.
import validator from 'gltf-validator';

const chunks = [];
for await (const chunk of process.stdin) chunks.push(chunk);
process.stdout.write(JSON.stringify(await validator.validateBytes(new Uint8Array(Buffer.concat(chunks)))));
