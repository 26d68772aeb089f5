"""Validates result documents against the schema: validate.py SCHEMA DOCUMENT..."""
import json
import sys

import jsonschema

schema = json.load(open(sys.argv[1]))
jsonschema.Draft202012Validator.check_schema(schema)
for path in sys.argv[2:]:
    jsonschema.Draft202012Validator(schema).validate(json.load(open(path)))
print("valid", len(sys.argv) - 2)
