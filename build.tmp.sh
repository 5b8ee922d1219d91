cd /work/main; npx tsc -b 2>&1 | grep -v "npm warn"; (cd apps/web && npx vite build 2>&1 | grep -i "error" )
