'use client'
export { DataGrid as default } from '@mui/x-data-grid'
