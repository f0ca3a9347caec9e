// Checks the scripts of the pages by their JSDoc types (TypeScript's checkJs): what is called by a name that is not there, or handed over as
// something else. What is shipped of others is not looked at.
import path from 'node:path';
import ts from 'typescript';

const folder = path.resolve(import.meta.dirname, '../../public/js');
const options = {
  allowJs: true, checkJs: true, noEmit: true, skipLibCheck: true, strict: false, noImplicitThis: false,
  target: ts.ScriptTarget.ES2022, module: ts.ModuleKind.ES2022, moduleResolution: ts.ModuleResolutionKind.Node10,
  lib: ['lib.es2022.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'],
};
const files = ts.sys.readDirectory(folder, ['.js', '.d.ts']);
const program = ts.createProgram(files, options);
const found = program.getSourceFiles().filter(({ fileName }) => path.dirname(fileName) === folder)
  .flatMap((file) => [...program.getSyntacticDiagnostics(file), ...program.getSemanticDiagnostics(file)]);
if (found.length) {
  console.error(ts.formatDiagnostics(found, { getCurrentDirectory: () => process.cwd(), getCanonicalFileName: (name) => name, getNewLine: () => '\n' }));
  process.exit(1);
}
