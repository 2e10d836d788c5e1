import js from "@eslint/js";
import boundaries from "eslint-plugin-boundaries";
import hooks from "eslint-plugin-react-hooks";
import ts from "typescript-eslint";

// who may use whom: the application stands on the stages, which do not know each other; both on the job and the drawing
const ROOMS = ["app", "stages", "drawing", "job", "ui", "lib", "api"];
const MAY_USE = {
  app: ["app", "stages", "drawing", "job", "ui", "lib", "api"],
  drawing: ["drawing", "ui", "lib", "api"],
  job: ["job", "ui", "lib", "api"],
  ui: ["ui", "lib", "api"],
  lib: ["lib", "api"],
  api: ["api"],
};

export default ts.config(
  { ignores: ["src/api/schema.d.ts"] },
  js.configs.recommended,
  ...ts.configs.strict,
  { plugins: { "react-hooks": hooks }, rules: { ...hooks.configs.recommended.rules } },
  {
    files: ["src/**/*.{ts,tsx}"],
    plugins: { boundaries },
    settings: {
      "import/resolver": { typescript: { alwaysTryTypes: true } },
      "boundaries/elements": [
        { type: "stages", pattern: "src/stages/*", capture: ["stage"] },
        ...ROOMS.filter((room) => room !== "stages").map((type) => ({
          type,
          pattern: `src/${type}`,
          mode: "folder",
        })),
      ],
    },
    rules: {
      "boundaries/dependencies": [
        "error",
        {
          default: "disallow",
          policies: [
            ...Object.entries(MAY_USE).map(([from, to]) => ({
              from: { element: { type: from } },
              allow: { to: { element: { type: to } } },
            })),
            {
              from: { element: { type: "stages" } },
              allow: [
                { to: { element: { type: ["job", "ui", "lib", "api"] } } },
                {
                  to: { element: { type: "stages", captured: { stage: "{{from.element.captured.stage}}" } } },
                },
              ],
            },
          ],
        },
      ],
    },
  },
  {
    // a component that grows past a page or past eight props is two things
    files: ["src/**/*.tsx"],
    rules: {
      "max-lines-per-function": ["error", { max: 150, skipComments: true }],
      "no-restricted-syntax": [
        "error",
        {
          selector: "FunctionDeclaration[id.name=/^[A-Z]/] > ObjectPattern.params > Property:nth-child(9)",
          message: "More than eight props: group what belongs together.",
        },
      ],
    },
  },
);
